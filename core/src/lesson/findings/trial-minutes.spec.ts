import { describe, expect, it } from 'vitest';
import { startSubject } from '../../experiments/index.js';
import type { LessonPlan } from '../plan/index.js';
import { TYPICAL_MINUTES } from '../schedule/index.js';
import { trialMinutes } from './index.js';

const plan: LessonPlan = {
  base: startSubject('straight-magnet'),
  factor: 'turns',
  levels: [10, 20, 40].map((value) => ({ id: `level-${value}`, value })),
  series: null,
  measure: 'objects-one-end',
  conditions: {},
  hold: 'nothing',
};
const settings = { minutes: TYPICAL_MINUTES, on: 5 };

describe('the minutes of one trial more', () => {
  it('are to connect and to try, and to wind where nothing is wound yet', () => {
    const minutes = trialMinutes(plan, null, [20, 30], settings);
    const { connect, trial, coil, tenTurns } = TYPICAL_MINUTES;
    // 5 s leave this magnet cool enough to be tried again at once.
    expect(minutes.get(20)).toBeCloseTo(connect + trial, 9);
    expect(minutes.get(30)).toBeCloseTo(connect + trial + coil + 3 * tenTurns, 9);
  });

  it('are more where the coil must rest before it may be tried again', () => {
    const short = trialMinutes(plan, null, [10], settings).get(10)!;
    const long = trialMinutes(plan, null, [10], { ...settings, on: 600 }).get(10)!;
    expect(long).toBeGreaterThan(short);
  });

  it('are not said of what cannot be', () => {
    expect(trialMinutes(plan, null, [15.5, -3, 1e9], settings).size).toBe(0);
    expect(trialMinutes(plan, 'no such line', [20], settings).size).toBe(0);
  });
});

import { describe, expect, it } from 'vitest';
import { foldTrials, newDesign, toMagnetDesign, type Plan, type Reading } from '@nab/contract';
import { evaluateMagnet } from '@nab/core';
import { analyse } from './analysis';

const magnet = toMagnetDesign(newDesign());
const plan: Plan = {
  title: 'Test',
  factor: 'turns',
  levels: [10, 20, 40].map((turns) => ({ id: `level-${turns}`, turns })),
  groups: [{ id: 'limpets', name: 'Limpets' }],
  repeats: 2,
  traySize: 30,
};
const magnets = plan.levels.map(({ id, turns }) => {
  const design = { ...magnet, winding: { ...magnet.winding, turns } };
  return { id, turns, design, evaluation: evaluateMagnet(design), fault: null };
});
let next = 0;
const reading = (turns: number, count: number): Reading => ({
  id: `r${next++}`,
  groupId: 'limpets',
  levelId: `level-${turns}`,
  offCount: 0,
  count,
  stuckCount: 0,
  onTime_s: null,
  note: '',
  recordedAt: `2026-10-07T09:00:${String(next).padStart(2, '0')}.000Z`,
  receivedAt: '2026-10-07T09:01:00.000Z',
  corrects: null,
  reason: null,
  withdrawn: false,
});
const analysed = (readings: Reading[]) => analyse(plan, magnets, foldTrials(readings).trials, []);

describe('findings', () => {
  it('fit the line through all trials', () => {
    const { fit, trials } = analysed([reading(10, 3), reading(20, 5), reading(40, 9)]);
    expect(trials).toBe(3);
    expect(fit!.slope).toBeCloseTo(0.2, 9);
    expect(fit!.intercept).toBeCloseTo(1, 9);
  });

  it('have no line before there are three trials at two levels', () => {
    expect(analysed([reading(10, 3), reading(20, 5)]).fit).toBeNull();
    expect(analysed([reading(10, 3), reading(10, 4), reading(10, 5)]).fit).toBeNull();
  });

  it('leave out of the line what emptied the tray, and say so', () => {
    const { fit, emptied, levels } = analysed([
      reading(10, 3),
      reading(20, 5),
      reading(20, 5),
      reading(40, 30),
    ]);
    expect(emptied).toBe(1);
    expect(fit!.slope).toBeCloseTo(0.2, 9);
    expect(levels[2]!.emptied).toBe(1);
  });

  it('count the trials inside the band', () => {
    const at40 = magnets[2]!.evaluation.liftedCount;
    const { inBand } = analysed([reading(40, Math.round(at40)), reading(40, Math.round(at40 * 3))]);
    expect(inBand).toBe(1);
  });
});

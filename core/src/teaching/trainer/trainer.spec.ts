import { describe, expect, it } from 'vitest';
import {
  CAUSE_IDS,
  CAUSES,
  CHECKS,
  GAUGES,
  workshopOf,
  type CauseId,
  type DiagnosisModel,
} from '../diagnosis/index.js';
import { EXPERIMENTS } from '../../experiments/index.js';
import {
  applyAction,
  answerOf,
  beginTraining,
  BENCH_PARTS,
  bestSearch,
  hideFault,
  mayBeOn,
  readingOf,
  scoreOf,
  trainingMagnets,
  type Action,
  type HiddenFault,
  type Training,
} from './index.js';

const nail = EXPERIMENTS['straight-magnet'].start();
const [cable, workshop] = trainingMagnets(nail).map((design) => workshopOf(design)) as [
  DiagnosisModel,
  DiagnosisModel,
];
const withFault = (cause: CauseId): HiddenFault => {
  for (let seed = 1; seed < 500; seed++) {
    const fault = hideFault(workshop, seed);
    if (fault.cause === cause) return fault;
  }
  throw new Error(`no ${cause}`);
};
const doing = (fault: HiddenFault, ...actions: Action[]): Training =>
  actions.reduce(
    (training, action) => applyAction(training, action, workshop),
    beginTraining(fault),
  );
const test = (id: keyof typeof CHECKS | keyof typeof GAUGES): Action => ({ kind: 'test', id });

describe('a hidden fault', () => {
  it('is the same for the same seed, and every cause is hidden somewhere', () => {
    expect(hideFault(workshop, 42)).toEqual(hideFault(workshop, 42));
    const hidden = new Set(Array.from({ length: 300 }, (_, i) => hideFault(workshop, i + 1).cause));
    expect([...hidden].sort()).toEqual([...workshop.causes].sort());
  });

  it('can be any cause that there is, in one of the two magnets', () => {
    const causes = new Set([...workshop.causes, ...cable.causes]);
    expect([...causes].sort()).toEqual([...CAUSE_IDS].sort());
  });

  it('hides rare causes as often as common ones', () => {
    const count = new Map<string, number>();
    for (let seed = 1; seed <= 1400; seed++) {
      const { cause } = hideFault(workshop, seed);
      count.set(cause, (count.get(cause) ?? 0) + 1);
    }
    for (const n of count.values()) {
      expect(n).toBeGreaterThan(60);
      expect(n).toBeLessThan(145);
    }
  });

  it('answers truly and shows the same reading each time, a step of the meter apart', () => {
    const reversed = withFault('reversed-cell');
    expect(answerOf(reversed, 'look-at-cells')).toBe(true);
    expect(answerOf(reversed, 'look-at-tip')).toBe(true);
    const volts = readingOf(reversed, 'open-voltage');
    expect(readingOf(reversed, 'open-voltage')).toBe(volts);
    // One of three against the others leaves a third.
    expect(volts / workshop.sound.evaluation.source.emf).toBeGreaterThan(0.3);
    expect(volts / workshop.sound.evaluation.source.emf).toBeLessThan(0.37);
    expect((volts / 0.02) % 1).toBeCloseTo(0, 6);
    expect(readingOf(withFault('broken-wire'), 'coil-resistance')).toBe(Infinity);
  });

  it('is found by the best search in few tests, nearly always', () => {
    const seeds = Array.from({ length: 120 }, (_, i) => i + 1);
    const searches = seeds.map((seed) => {
      const fault = hideFault(workshop, seed);
      const { tests, found } = bestSearch(workshop, fault);
      return { tests: tests.length, right: found === fault.cause };
    });
    const right = searches.filter((one) => one.right).length / seeds.length;
    const sorted = searches.map(({ tests }) => tests).sort((a, b) => a - b);
    expect(right).toBeGreaterThan(0.93);
    expect(sorted[60]!).toBeLessThanOrEqual(5);
  });
});

describe('at the bench', () => {
  it('every test and every cure has its place, and only one', () => {
    const parts = Object.values(BENCH_PARTS);
    const tests = parts.flatMap((part) => [...part.tests]);
    expect([...tests].sort()).toEqual([...Object.keys(CHECKS), ...Object.keys(GAUGES)].sort());
    const mends = parts.flatMap((part) => [...part.mends]);
    expect([...mends].sort()).toEqual(Object.keys(CAUSES).sort());
  });

  it('a test under current waits for the switch', () => {
    const fault = withFault('loose-lead');
    const refused = doing(fault, test('wiggle'));
    expect(refused).toMatchObject({ refused: 'Switch on first.', noted: [], minutes: 0 });
    const done = doing(fault, { kind: 'on' }, test('wiggle'), { kind: 'off', seconds: 4 });
    expect(done.noted).toEqual([{ kind: 'check', id: 'wiggle', answer: true }]);
    expect(done.minutes).toBeCloseTo(0.7);
    expect(scoreOf(done, 1)).toEqual({ points: 100, tests: 1, harms: [] });
  });

  it('hands in a live circuit and ohms on a live coil do harm', () => {
    const live = doing(
      withFault('short-tip'),
      { kind: 'on' },
      test('look-at-tip'),
      test('coil-resistance'),
    );
    expect(scoreOf(live, 2)).toEqual({
      points: 60,
      tests: 2,
      harms: ['live-hands', 'meter-fuse'],
    });
  });

  it('a coil that is left on does harm, if a current flows', () => {
    const warm = withFault('too-few-turns');
    const may = mayBeOn(workshop, warm);
    const on = (fault: HiddenFault, seconds: number) =>
      scoreOf(doing(fault, { kind: 'on' }, { kind: 'off', seconds }), 0).harms;
    expect(on(warm, may * 0.9)).toEqual([]);
    expect(on(warm, may * 1.1)).toEqual(['left-on']);
    expect(mayBeOn(workshop, withFault('broken-wire'))).toBe(Infinity);
    expect(on(withFault('broken-wire'), 1e4)).toEqual([]);
  });

  it('the right cure mends it, a wrong one costs a part', () => {
    const fault = withFault('flat-cell');
    const tried = doing(
      fault,
      { kind: 'mend', id: 'switch' },
      test('open-voltage'),
      test('look-at-wire'),
      test('look-at-tip'),
      { kind: 'mend', id: 'flat-cell' },
      test('count-turns'),
    );
    expect(tried.mended).toBe(true);
    // Nothing is done to it any more.
    expect(tried.noted).toHaveLength(6);
    // One of three tests too many, and one part in vain.
    expect(scoreOf(tried, 2)).toMatchObject({
      points: 100 - 8 - 15,
      tests: 3,
      harms: ['wrong-part'],
    });
    expect(
      scoreOf(doing(fault, ...Array<Action>(9).fill({ kind: 'mend', id: 'switch' })), 2).points,
    ).toBe(0);
  });
});

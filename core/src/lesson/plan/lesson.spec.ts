import { describe, expect, it } from 'vitest';
import { trialOnTime } from '../../physics/index.js';
import { startSubject, type Subject } from '../../experiments/index.js';
import { roundNicely, type FactorId, type LevelValue } from '../factors/index.js';
import { findingsOf, type FindingTrial } from '../findings/index.js';
import { measureOf } from '../measures/index.js';
import { normalFrom, seededRandom } from '../../numerics/index.js';
import { bolt } from '../../../testing/designs.js';
import {
  casesOf,
  fairTest,
  powerAnalysis,
  simulateOutcome,
  suggestLevels,
  type Case,
  type LessonPlan,
} from './index.js';

const nail = startSubject('straight-magnet') as Extract<Subject, { experiment: 'straight-magnet' }>;

const levelsOf = (values: readonly LevelValue[]) =>
  values.map((value) => ({ id: `${value}`, value }));
const planOf = (
  factor: FactorId,
  values: readonly LevelValue[],
  more: Partial<LessonPlan> = {},
): LessonPlan => ({
  base: nail,
  factor,
  levels: levelsOf(values),
  series: null,
  measure: 'objects-one-end',
  conditions: {},
  hold: 'nothing',
  ...more,
});
const effort = { repeats: 3, groups: 4, traySize: 60 };
const forecasts = (plan: LessonPlan): (number | null)[] =>
  casesOf(plan).map(({ forecast }) => forecast?.value ?? null);

describe('the cases of a plan', () => {
  it('predict every level of every series', () => {
    const plan = planOf('turns', [20, 60], {
      series: { factor: 'cells-in-series', levels: levelsOf([1, 2]) },
    });
    const values = forecasts(plan);
    expect(values).toHaveLength(4);
    expect(values[1]!).toBeGreaterThan(values[0]!);
    expect(values[2]!).toBeGreaterThan(values[0]!);
  });

  it('have a fault where a level cannot be had, and leave the others alone', () => {
    const cases = casesOf(planOf('wire-length', [0.25, 2]));
    expect(cases[0]).toMatchObject({ trialled: null, forecast: null });
    expect(cases[0]!.fault).toContain('not even one turn');
    expect(cases[1]!.fault).toBeNull();
  });

  it('warn of a hanging load where one hangs, and not where clips are counted', () => {
    const thick = {
      ...bolt,
      core: { ...bolt.core, diameter: 0.02, head: { diameter: 0.03, height: 0.012 } },
      supply: { ...bolt.supply, series: 4 },
    };
    const strong = planOf('turns', [200, 400], {
      base: { ...nail, design: thick },
    });
    const codes = (plan: LessonPlan): string[] =>
      casesOf(plan).flatMap(({ cautions }) => cautions.map(({ code }) => code));
    expect(codes({ ...strong, measure: 'load-held' })).toContain('hung-load');
    expect(codes({ ...strong, measure: 'time' })).toContain('hung-load');
    expect(codes({ ...strong, measure: 'objects-one-end' })).not.toContain('hung-load');
  });

  it('say which level must not be switched on', () => {
    const hot = planOf('cells-in-series', [1, 12], { base: withWire(nail, 0.0004) });
    const [cool, burning] = casesOf(hot);
    expect(cool!.stops).toEqual([]);
    expect(burning!.stops.map(({ code }) => code)).toContain('too-hot-for-trial');
  });

  it('have neither forecast nor band where no number of cells holds', () => {
    const shell = startSubject('shell-magnet');
    const never = planOf('gap', [1e-4, 3e-3], {
      base: shell,
      measure: 'fewest-cells',
      conditions: { load: 60 },
    });
    const [near, far] = casesOf(never);
    expect(far).toMatchObject({ forecast: null, band: null, fault: null });
    expect(near!.trialled).not.toBeNull();
  });

  it('have neither for a sentence, which nothing predicts', () => {
    const [one] = casesOf(planOf('turns', [20], { measure: 'sentence' }));
    expect(one).toMatchObject({ forecast: null, band: null, fault: null });
    expect(one!.trialled).not.toBeNull();
  });

  it('take a design of its own for each level, where whole designs are compared', () => {
    const long = {
      ...nail,
      design: { ...nail.design, winding: { ...nail.design.winding, turns: 90 } },
    };
    const levels = [
      { id: 'a', value: 'Short', own: nail },
      { id: 'b', value: 'Long', own: long },
      { id: 'c', value: 'Not chosen yet' },
    ];
    const cases = casesOf({ ...planOf('designs', []), levels });
    expect(cases[1]!.forecast!.value).toBeGreaterThan(cases[0]!.forecast!.value);
    expect(cases[2]!.fault).toContain('no design of its own');
  });

  it('let a length of wire follow the thickness that the other factor sets', () => {
    const plan = planOf('wire-length', [2], {
      series: { factor: 'wire-thickness', levels: levelsOf([0.0005, 0.001]) },
    });
    const turns = casesOf(plan).map(({ subject }) => subject!.design.winding.turns);
    expect(turns[1]!).toBeLessThan(turns[0]!);
  });
});

function withWire(subject: typeof nail, diameter: number): typeof nail {
  return { ...subject, design: { ...subject.design, wire: { ...subject.design.wire, diameter } } };
}

describe('holding what else changes', () => {
  const currents = (plan: LessonPlan): number[] =>
    casesOf(plan).map(({ trialled }) => trialled!.supplyCurrent);

  it('gives every level the current of the weakest by a bench supply', () => {
    const plan = planOf('turns', [20, 60, 120]);
    const free = currents(plan);
    const held = currents({ ...plan, hold: 'bench-supply' });
    expect(new Set(held).size).toBe(1);
    expect(held[0]!).toBeLessThanOrEqual(Math.min(...free));
    expect(held[0]!).toBeGreaterThan(0.9 * Math.min(...free));
  });

  it('gives every level the same wire by what is left over, one core or two', () => {
    const pair = { spacing: 0.04, yoke: 'bar', opposed: true, coils: 'series' } as const;
    for (const base of [nail, { ...nail, design: { ...nail.design, pair } }]) {
      const cases = casesOf(planOf('turns', [20, 60], { base, hold: 'ballast' }));
      const [a, b] = cases.map(({ trialled }) => trialled!.coil);
      expect(a!.wireLength).toBeCloseTo(b!.wireLength, 9);
      expect(a!.circuit.current).toBeCloseTo(b!.circuit.current, 9);
    }
  });

  it('is measured: how much of the effect the falling current takes away', () => {
    const plan = planOf('turns', [20, 120]);
    const test = fairTest(plan, casesOf(plan));
    expect(test.sideEffects.map(({ what }) => what)).toEqual(
      expect.arrayContaining(['wire', 'resistance', 'current']),
    );
    expect(test.holds).toEqual(['bench-supply', 'ballast', 'taps']);
    expect(test.effectAtEqualCurrent!).toBeGreaterThan(test.effect! * 1.05);
  });

  it('is as much as a supply can be set to: two digits, and never more than the weakest level draws', () => {
    const plan = planOf('turns', [20, 60, 120]);
    const least = Math.min(...currents(plan));
    const [held] = currents({ ...plan, hold: 'bench-supply' });
    const lastDigit = 10 ** (Math.floor(Math.log10(least)) - 1);
    expect(Number(held!.toPrecision(2))).toBeCloseTo(held!, 9);
    expect(least - held!).toBeGreaterThanOrEqual(0);
    expect(least - held!).toBeLessThan(lastDigit);
  });

  it('shares spare wire among all tails of a coil in parallel parts', () => {
    const base = { ...nail, design: { ...nail.design } };
    const winding = { ...nail.design.winding, branches: 2 };
    const cases = casesOf(
      planOf('turns', [40, 60], {
        base: { ...base, design: { ...base.design, winding } },
        hold: 'ballast',
      }),
    );
    const [a, b] = cases.map(({ trialled }) => trialled!.coil);
    expect(a!.wireLength).toBeCloseTo(b!.wireLength, 9);
  });

  it('names what changes by more than three parts in a hundred, with its figures', () => {
    const test = (levels: readonly number[]) => {
      const plan = planOf('turns', levels);
      const cases = casesOf(plan);
      return { fair: fairTest(plan, cases), cases };
    };
    const [little, much] = [test([60, 61]), test([60, 66])];
    expect(little.fair.sideEffects).toEqual([]);
    const wire = much.fair.sideEffects.find(({ what }) => what === 'wire');
    expect(wire).toEqual({
      what: 'wire',
      from: much.cases[0]!.trialled!.wireLength,
      to: much.cases[1]!.trialled!.wireLength,
    });
    expect(much.fair.effect).toBe(much.cases[1]!.forecast!.value / much.cases[0]!.forecast!.value);
  });

  it('counts the charge of a trial as current times the time it may be on', () => {
    const plan = planOf('cells-in-series', [1, 2]);
    const cases = casesOf(plan);
    const drain = fairTest(plan, cases).sideEffects.find(({ what }) => what === 'drain');
    const [first] = cases;
    expect(drain!.from).toBeCloseTo(
      first!.trialled!.supplyCurrent * trialOnTime(first!.trialled!.coil),
      12,
    );
  });

  it('offers no bench supply to a cell that brings its own current', () => {
    const plan = planOf('turn-gap', [0.0005, 0.002], {
      base: startSubject('rolling-cell'),
      measure: 'track-time',
    });
    const test = fairTest(plan, casesOf(plan));
    expect(test.sideEffects.map(({ what }) => what)).toContain('current');
    expect(test.holds).toEqual([]);
  });

  it('finds nothing to hold where nothing else changes', () => {
    const plan = planOf('bare-tip', [0, 0.02]);
    expect(fairTest(plan, casesOf(plan))).toMatchObject({ sideEffects: [], holds: [] });
  });
});

describe('levels that are suggested', () => {
  const limits = { traySize: 60, count: 4 };

  it.each<[string, LessonPlan]>([
    ['turns', planOf('turns', [])],
    ['wire', planOf('wire-length', [])],
    ['a gap', planOf('gap', [], { measure: 'load-held' })],
    [
      'a current through a compass',
      planOf('current', [], { base: startSubject('compass'), measure: 'needle-angle' }),
    ],
    ['materials', planOf('core-material', [])],
  ])('of %s can be wound, may be switched on and can be told apart', (_name, plan) => {
    const values = suggestLevels(plan, limits);
    expect(values.length).toBeGreaterThan(1);
    const suggested = { ...plan, levels: levelsOf(values) };
    for (const { fault, stops } of casesOf(suggested)) {
      expect(fault).toBeNull();
      expect(stops).toEqual([]);
    }
    expect(powerAnalysis(suggested, casesOf(suggested), effort).mayExceedCeiling).toEqual([]);
  });

  it('are round numbers, evenly spaced, that fill half of the tray at the most', () => {
    const plan = planOf('turns', []);
    const tray = 24;
    const values = suggestLevels(plan, { traySize: tray, count: 4 }).map(Number);
    expect(values).toHaveLength(4);
    const gaps = values.slice(1).map((value, i) => value - values[i]!);
    expect(Math.max(...gaps) / Math.min(...gaps)).toBeLessThan(2);
    for (const value of values) expect(roundNicely(value)).toBe(value);
    const most = Math.max(...values);
    const [strongest, next] = casesOf({ ...plan, levels: levelsOf([most, most * 1.25]) });
    expect(strongest!.forecast!.value).toBeLessThanOrEqual(tray / 2);
    expect(next!.forecast!.value).toBeGreaterThan(tray / 2);
    const [weakest] = casesOf({ ...plan, levels: levelsOf([Math.min(...values)]) });
    expect(weakest!.forecast!.value).toBeGreaterThanOrEqual(1);
  });

  it('lie between whole numbers where the factor does', () => {
    const used = suggestLevels(planOf('neatness', []), limits).map(Number);
    expect(used.some((value) => !Number.isInteger(value))).toBe(true);
    const cells = suggestLevels(planOf('cells-in-series', []), limits).map(Number);
    expect(cells.every(Number.isInteger)).toBe(true);
  });

  it('stop where the tray would be emptied', () => {
    const most = (traySize: number): number =>
      Math.max(...suggestLevels(planOf('turns', []), { ...limits, traySize }).map(Number));
    expect(most(20)).toBeLessThan(most(200));
  });

  it('take only what there is', () => {
    const values = suggestLevels(planOf('turns', []), {
      ...limits,
      available: ({ wireLength }) => wireLength < 1,
    });
    const used = casesOf({ ...planOf('turns', []), levels: levelsOf(values) });
    for (const { trialled } of used) expect(trialled!.wireLength).toBeLessThan(1);
  });
});

describe('what a plan promises', () => {
  const promise = (plan: LessonPlan, change: Partial<typeof effort> = {}) =>
    powerAnalysis(plan, casesOf(plan), { ...effort, ...change });

  it('is sure of levels far apart and doubtful of near ones, and says how many repeats would do', () => {
    const { neighbours } = promise(planOf('turns', [40, 50, 110]));
    const [near, far] = neighbours;
    expect(near!.probabilityInOrder).toBeLessThan(0.9);
    expect(near!.repeatsNeeded!).toBeGreaterThan(3);
    expect(far!.probabilityInOrder).toBeGreaterThan(0.9);
    expect(far!.repeatsNeeded).toBe(3);
  });

  it('grows with the repeats', () => {
    const plan = planOf('turns', [40, 50]);
    const chances = [1, 2, 3, 6, 7, 12].map(
      (repeats) => promise(plan, { repeats }).neighbours[0]!.probabilityInOrder,
    );
    chances.slice(1).forEach((chance, i) => expect(chance).toBeGreaterThan(chances[i]! - 0.005));
  });

  it('tells which way the prediction goes', () => {
    const gap = planOf('gap', [1e-4, 1e-3], { measure: 'load-held' });
    expect(promise(gap).course).toBe('falls');
    expect(promise(planOf('turns', [20, 60])).course).toBe('rises');
    expect(promise(planOf('core-material', ['nail-steel', 'wood'])).course).toBe('unordered');
    const fine = { ...planOf('turns', [20, 400, 1500]), base: withWire(nail, 0.0004) };
    expect(promise(fine).course).toBe('turns over');
  });

  it('names levels that may empty the tray and levels that lift nothing', () => {
    const { mayExceedCeiling, nearZero } = promise(planOf('turns', [1, 60]), { traySize: 16 });
    expect(mayExceedCeiling.map(({ of }) => of.level)).toEqual([60]);
    expect(nearZero.map(({ level }) => level)).toEqual([1]);
  });

  it('passes over levels that must not be switched on', () => {
    const plan = planOf('cells-in-series', [1, 12], { base: withWire(nail, 0.0004) });
    expect(promise(plan).neighbours).toEqual([]);
  });

  it('promises nothing where nothing is predicted', () => {
    const plan = planOf('turns', [20, 60], { measure: 'sentence' });
    expect(promise(plan)).toMatchObject({ neighbours: [], trendPower: null });
  });
});

/** A thousand classes whose factor and scatter are as believed, read as they would read. */
function simulated(
  plan: LessonPlan,
  cases: readonly Case[],
  visit: (trials: FindingTrial[]) => void,
) {
  const random = seededRandom(2026);
  const measure = measureOf(plan.measure);
  for (let n = 0; n < 1000; n++) {
    const { spread } = cases[0]!.forecast!;
    const classFactor = Math.exp((normalFrom(random) * Math.log(spread.classFactor)) / 1.95996);
    const room = { classFactor, scatter: spread.scatter, traySize: effort.traySize, load: 0.2 };
    visit(
      cases.flatMap((c) =>
        Array.from({ length: effort.groups * effort.repeats }, (_, k): FindingTrial => ({
          id: `${c.levelId}-${k}`,
          groupId: `g${k % effort.groups}`,
          levelId: c.levelId,
          seriesId: null,
          outcome: simulateOutcome(measure, c.forecast!.value, room, random),
          model: null,
        })),
      ),
    );
  }
}

describe('a load that is held or not', () => {
  const asked = (load: number) =>
    casesOf(planOf('turns', [40, 90], { measure: 'load-yes-no', conditions: { load } }));

  it('is predicted as the probability that it holds, which falls with the load', () => {
    const [light, heavy] = [asked(0.2), asked(2)];
    for (const [k, one] of light.entries()) {
      expect(one.expected).toBeGreaterThan(heavy[k]!.expected!);
      expect(one.band!.high).toBeLessThanOrEqual(1);
      expect(one.band!.low).toBeGreaterThanOrEqual(0);
      // What the magnet holds, in kilograms, is not changed by what is asked.
      expect(one.forecast!.value).toBe(heavy[k]!.forecast!.value);
    }
    expect(light[1]!.expected).toBeGreaterThan(light[0]!.expected!);
  });
});

describe('over a thousand simulated classes', () => {
  const questions: [string, LessonPlan][] = [
    ['turns and clips', planOf('turns', [30, 40, 60])],
    ['few clips, where many means are equal', planOf('turns', [8, 14])],
    ['a gap and a load', planOf('gap', [1e-4, 3e-4], { measure: 'load-held' })],
    [
      'a load held or not',
      planOf('turns', [40, 60, 90], { measure: 'load-yes-no', conditions: { load: 0.2 } }),
    ],
    [
      'a needle',
      planOf('current', [0.5, 0.8], {
        base: startSubject('compass'),
        measure: 'needle-angle',
      }),
    ],
  ];

  it.each(questions)('the promised order comes out as often as promised: %s', (_name, plan) => {
    const cases = casesOf(plan);
    const { neighbours } = powerAnalysis(plan, cases, effort);
    const inOrder = neighbours.map(() => 0);
    simulated(plan, cases, (trials) => {
      // A group's own means, as Findings computes them.
      const own = trials.filter(({ groupId }) => groupId === 'g0');
      const { levels } = findingsOf(plan, cases, own, [], { traySize: effort.traySize });
      const mean = (c: Case): number =>
        levels.find(({ levelId }) => levelId === c.levelId)!.summary!.mean;
      neighbours.forEach(({ lower, upper }, k) => {
        if (mean(lower) < mean(upper)) inOrder[k]!++;
      });
    });
    neighbours.forEach(({ probabilityInOrder }, k) =>
      expect(Math.abs(inOrder[k]! / 1000 - probabilityInOrder)).toBeLessThan(0.03),
    );
  });

  it.each<[string, LessonPlan]>([
    ['turns far apart', planOf('turns', [30, 60, 90])],
    ['turns close together', planOf('turns', [50, 53, 56])],
    ['turns a little apart', planOf('turns', [60, 66, 75])],
  ])('a clear slope is found as often as promised: %s', (_name, plan) => {
    const cases = casesOf(plan);
    const { trendPower } = powerAnalysis(plan, cases, { ...effort, traySize: 500 });
    let clear = 0;
    simulated(plan, cases, (trials) => {
      const { analysis } = findingsOf(plan, cases, trials, [], { traySize: 500 }).series[0]!;
      const { coefficients, intervals95 } = analysis!.line!;
      if (Math.abs(coefficients[1]!) > intervals95[1]!) clear++;
    });
    // Three standard deviations of a thousand classes at one half.
    expect(Math.abs(clear / 1000 - trendPower!)).toBeLessThan(0.048);
  });
});

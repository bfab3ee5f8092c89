import { caseText, levelWords } from '@nab/words/lesson';
import { newDesign } from '@nab/contract/experiments';
import {
  toFindings,
  toLessonPlan,
  foldTrials,
  type Plan,
  type Reading,
} from '@nab/contract/lesson';
import { casesOf, findingsOf, levelText, factorOf } from '@nab/core/lesson';
import { counted, examplePlan, exampleReading, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { factorAxis, type NamedCase } from '../../investigation';
import {
  bandsOf,
  casesBetween,
  FIRST_LOOK,
  pointsOf,
  trialChartData,
  type ChartLook,
} from './chart-data';

function chartOf(plan: Plan, readings: readonly Reading[], look: Partial<ChartLook> = {}) {
  const lesson = toLessonPlan(plan, newDesign());
  const cases = casesOf(lesson).map((one): NamedCase => ({
    ...one,
    levelName: levelWords(plan, one.levelId),
    seriesName: levelWords(plan, one.seriesId),
    name: caseText(plan, one),
  }));
  const { trials } = foldTrials(readings);
  const { trials: found, guesses } = toFindings(trials, []);
  const findings = findingsOf(lesson, cases, found, guesses, plan);
  return {
    data: trialChartData(
      {
        plan,
        cases,
        findings,
        points: pointsOf(plan, cases, findings, trials),
        before: bandsOf(plan, cases, casesBetween(lesson)),
        learnt: bandsOf(plan, cases, casesBetween(lesson), findings.belief),
      },
      { ...FIRST_LOOK, ...look },
    ),
    cases,
  };
}
let next = 1000;
const reading = (level: number, count: number, change: Partial<Reading> = {}): Reading =>
  exampleReading({ id: idOf(next++), levelId: idOf(level), outcome: counted(count), ...change });

describe('the chart of trials', () => {
  const plan = examplePlan();

  it('has every trial at its level, with its group and what it says aloud', () => {
    const { data } = chartOf(plan, [reading(1, 3), reading(3, 9, { groupId: idOf(21) })]);
    expect(data.points).toMatchObject([
      {
        x: 10,
        y: 3,
        group: 0,
        series: 0,
        censored: false,
        unusual: false,
        label: 'Limpets: 3 at 10 turns',
      },
      {
        x: 40,
        y: 9,
        group: 1,
        series: 0,
        censored: false,
        unusual: false,
        label: 'Terns: 9 at 40 turns',
      },
    ]);
    expect(data.groups).toEqual(['Limpets', 'Terns']);
    expect(data.across).toMatchObject({ kind: 'graded', label: 'Number of turns', whole: true });
  });

  it('has a mean with its half interval for every level that was tried', () => {
    const { data } = chartOf(plan, [reading(1, 4), reading(1, 6), reading(1, 8)]);
    expect(data.means).toHaveLength(1);
    expect(data.means[0]).toMatchObject({ x: 10, series: 0, mean: 6 });
    // t(0.975, 2) = 4.3027 times 2/√3.
    const half = (4.3027 * 2) / Math.sqrt(3);
    expect(data.means[0]!.high).toBeCloseTo(6 + half, 3);
    expect(data.means[0]!.low).toBeCloseTo(6 - half, 3);
  });

  it('draws the line between the outermost trials only', () => {
    const { data } = chartOf(plan, [reading(1, 2), reading(2, 4), reading(2, 4)]);
    expect(data.series[0]!.fit).toMatchObject([{ x: 10 }, { x: 20 }]);
    expect(data.series[0]!.fit![1]!.y).toBeCloseTo(4, 9);
    expect(chartOf(plan, [reading(1, 2)]).data.series[0]!.fit).toBeNull();
  });

  it('lays the chosen curve through the readings, bent where it bends', () => {
    const readings = [
      reading(1, 4),
      reading(1, 5),
      reading(2, 7),
      reading(2, 8),
      reading(3, 9),
      reading(3, 10),
    ];
    const fit = chartOf(plan, readings, { curve: 'saturating' }).data.series[0]!.fit!;
    expect(fit.length).toBeGreaterThan(20);
    const middle = fit[fit.length >> 1]!.y;
    expect(middle).toBeGreaterThan((fit[0]!.y + fit[fit.length - 1]!.y) / 2);
    expect(chartOf(plan, readings, { curve: null }).data.series[0]!.fit).toBeNull();
    const flat = chartOf(plan, readings, { curve: 'none' }).data.series[0]!.fit!;
    expect(flat.map(({ y }) => y)).toEqual([flat[0]!.y, flat[0]!.y]);
  });

  it('has the bars that were chosen', () => {
    const half = (bar: ChartLook['bar']): number =>
      chartOf(plan, [reading(1, 4), reading(1, 6), reading(1, 8)], { bar }).data.means[0]!.high - 6;
    expect(half('deviation')).toBeCloseTo(2, 9);
    expect(half('error')).toBeCloseTo(2 / Math.sqrt(3), 9);
  });

  it('has axes of logarithms for levels in order only', () => {
    expect(chartOf(plan, [reading(1, 4)], { log: true }).data.log).toBe(true);
    const kinds = examplePlan(idOf, {
      factor: 'core-material',
      levels: ['wood', 'nail-steel'].map((value, i) => ({ id: idOf(1 + i), value })),
    });
    expect(chartOf(kinds, [reading(1, 4)], { log: true }).data.log).toBe(false);
  });

  it('has the band of the prediction between the levels, rising with the turns', () => {
    const { data } = chartOf(plan, []);
    const curve = data.series[0]!.curve;
    expect(curve.length).toBeGreaterThan(10);
    expect(curve[0]!.x).toBe(10);
    expect(curve[curve.length - 1]!.x).toBe(40);
    for (const { x, low, median, high } of curve) {
      expect(Number.isInteger(x)).toBe(true);
      expect(low < median && median < high).toBe(true);
    }
    curve.slice(1).forEach(({ median }, i) => expect(median).toBeGreaterThan(curve[i]!.median));
  });

  it('marks what emptied the tray', () => {
    const { data } = chartOf(plan, [reading(3, 60)]);
    expect(data.points[0]!.censored).toBe(true);
  });

  it('has a line of its own for each level of a second factor', () => {
    const series = {
      factor: 'cells-in-series',
      levels: ['1', '2'].map((value, i) => ({ id: idOf(31 + i), value })),
    } as const;
    const two = examplePlan(idOf, { series: { ...series, levels: [...series.levels] } });
    const { data } = chartOf(two, [
      reading(1, 3, { seriesId: idOf(31) }),
      reading(1, 5, { seriesId: idOf(32) }),
    ]);
    expect(data.series.map(({ name }) => name)).toEqual(['1 cell', '2 cells']);
    expect(data.points.map(({ series: at }) => at)).toEqual([0, 1]);
    const [one, both] = data.series.map(({ curve }) => curve[0]!.median) as [number, number];
    expect(both).toBeGreaterThan(one);
  });

  it('shows a load between held and dropped, in kilograms', () => {
    const gap = examplePlan(idOf, {
      factor: 'gap',
      measure: 'load-held',
      levels: [
        { id: idOf(1), value: '0.1 mm' },
        { id: idOf(2), value: '4 sheets' },
      ],
    });
    const { data } = chartOf(gap, [
      reading(2, 0, {
        outcome: { kind: 'interval', held: 0.4, dropped: 0.9, typed: '400 g / 900 g' },
      }),
    ]);
    expect(data.points[0]).toMatchObject({ x: 0.4, from: 0.4, to: 0.9 });
    expect(data.points[0]!.y).toBeCloseTo(0.6, 9);
    expect(data.upLabel).toBe('Load held, kg');
  });

  it('stands names side by side in the order of the plan', () => {
    const materials = examplePlan(idOf, {
      factor: 'core-material',
      levels: ['wood', 'nail-steel'].map((value, i) => ({ id: idOf(1 + i), value })),
    });
    const { data, cases } = chartOf(materials, [reading(2, 7)]);
    const { axis } = factorOf('core-material');
    const names = ['wood', 'nail-steel'].map((value) => levelText(axis, value));
    expect(data.across).toEqual({ kind: 'kinds', label: 'Material of the core', names });
    expect(data.points[0]!.x).toBe(1);
    expect(factorAxis(materials, cases).placeOf(idOf(99))).toBeNaN();
    expect(data.series[0]!.fit).toBeNull();
  });

  it('has no point for a sentence', () => {
    const words = examplePlan(idOf, { measure: 'sentence' });
    const { data } = chartOf(words, [
      reading(1, 0, { outcome: { kind: 'words', text: 'It hummed.' } }),
    ]);
    expect(data.points).toEqual([]);
    expect(data.series[0]!.curve).toEqual([]);
  });
});

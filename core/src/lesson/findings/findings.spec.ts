import { describe, expect, it } from 'vitest';
import { startSubject } from '../../experiments/index.js';
import { casesOf, type LessonPlan } from '../plan/index.js';
import type { Outcome } from '../measures/index.js';
import {
  findingsOf,
  predictionErrorBeforeAfter,
  predictionScores,
  type FindingGuess,
  type FindingTrial,
  type KeptPrediction,
  type SeriesFinding,
} from './index.js';

const plan: LessonPlan = {
  base: startSubject('straight-magnet'),
  factor: 'turns',
  levels: [10, 20, 40].map((value) => ({ id: `level-${value}`, value })),
  series: null,
  measure: 'objects-one-end',
  conditions: {},
  hold: 'nothing',
};
const cases = casesOf(plan);
let next = 0;
const trial = (
  level: number | string,
  outcome: Outcome | number,
  model: KeptPrediction | null = null,
  seriesId: string | null = null,
): FindingTrial => ({
  id: `t${next++}`,
  groupId: 'limpets',
  levelId: `level-${level}`,
  seriesId,
  outcome:
    typeof outcome === 'number' ? { kind: 'count', count: outcome, off: 0, stuck: 0 } : outcome,
  model,
});
const lineOf = ([first]: readonly SeriesFinding[]) => first!.analysis!.line!;
const found = (trials: FindingTrial[], guesses: FindingGuess[] = []) =>
  findingsOf(plan, cases, trials, guesses, { traySize: 30 });

describe('findings', () => {
  it('fit the line through all trials', () => {
    const { series, trials } = found([trial(10, 3), trial(20, 5), trial(40, 9)]);
    expect(trials).toBe(3);
    expect(lineOf(series).coefficients[1]).toBeCloseTo(0.2, 9);
    expect(lineOf(series).coefficients[0]).toBeCloseTo(1, 9);
  });

  it('count how predictions in words came out, and those nobody judged for nothing', () => {
    const said = (verdict?: 'as-said' | 'partly' | 'otherwise'): Outcome => ({
      kind: 'words',
      text: 'It hummed.',
      ...(verdict && { verdict }),
    });
    const readings = [said('as-said'), said('partly'), said('as-said'), said(), said('otherwise')];
    const { verdicts } = findingsOf(
      { ...plan, measure: 'sentence' },
      cases,
      readings.map((outcome) => trial(10, outcome)),
      [],
      { traySize: 30 },
    );
    expect(verdicts).toEqual({ 'as-said': 2, partly: 1, otherwise: 1 });
  });

  it('mark what stands out at its own level, and count it like any other', () => {
    const level = [9, 10, 10, 11, 11, 10].map((count) => trial(10, count));
    const slip = trial(10, 91);
    const { points, levels } = found([...level, slip, trial(20, 91)]);
    expect(points.filter((point) => point.unusual).map(({ trialId }) => trialId)).toEqual([
      slip.id,
    ]);
    expect(levels[0]!.summary!.n).toBe(7);
  });

  it('have no line before there are three trials at two levels', () => {
    expect(found([trial(10, 3), trial(20, 5)]).series[0]!.analysis!.line).toBeNull();
    const same = [trial(10, 3), trial(10, 4), trial(10, 5)];
    expect(found(same).series[0]!.analysis!.line).toBeNull();
    expect(found([]).series).toEqual([
      { seriesId: null, analysis: null, readings: [], odd: [], without: null, checks: [] },
    ]);
  });

  it('draw no line through kinds, which stand in no order, nor through words', () => {
    const kinds: LessonPlan = {
      ...plan,
      factor: 'core-material',
      levels: ['nail-steel', 'annealed-steel', 'aluminium'].map((value) => ({
        id: `level-${value}`,
        value,
      })),
    };
    const counts = [3, 5, 9].map((count, i) => trial(`${kinds.levels[i]!.value}`, count));
    const ofKinds = findingsOf(kinds, casesOf(kinds), counts, [], { traySize: 30 });
    expect(ofKinds.series.map(({ analysis }) => analysis!.line)).toEqual([null]);
    const words: LessonPlan = { ...plan, measure: 'sentence' };
    const said = [10, 20, 40].map((level) => trial(level, { kind: 'words', text: 'It hummed.' }));
    const ofWords = findingsOf(words, casesOf(words), said, [], { traySize: 30 });
    expect(ofWords.series.map(({ analysis }) => analysis)).toEqual([null]);
  });

  it('take what emptied the tray for at least so much, and say so', () => {
    const read = [3, 4].map((n) => trial(10, n)).concat([6, 8].map((n) => trial(20, n)));
    const { series, censored, levels } = found([...read, trial(40, 30), trial(40, 30)]);
    expect(censored).toBe(2);
    expect(levels[2]!.censored).toBe(2);
    expect(series[0]!.analysis!.levels[2]!.hidden).toBe(2);
    // As though the tray had held no more than these: the line would end at 30.
    const whole = findingsOf(plan, cases, [...read, trial(40, 30), trial(40, 30)], [], {
      traySize: 31,
    });
    expect(lineOf(series).at(40)).toBeGreaterThan(lineOf(whole.series).at(40));
  });

  it('count the trials inside the band', () => {
    const at40 = cases[2]!.forecast!.value;
    const { inBand, compared } = found([
      trial(40, Math.round(at40)),
      trial(40, Math.round(at40 * 3)),
    ]);
    expect([inBand, compared]).toEqual([1, 2]);
  });

  it('take a count for half a one to either side', () => {
    const kept = (low: number, high: number) => ({ value: (low + high) / 2, low, high });
    expect(found([trial(20, 5, kept(5.4, 9))]).inBand).toBe(1);
    expect(found([trial(20, 5, kept(5.6, 9))]).inBand).toBe(0);
    expect(found([trial(20, 5, kept(2, 4.6))]).inBand).toBe(1);
    expect(found([trial(20, 5, kept(2, 4.4))]).inBand).toBe(0);
  });

  it('hold every reading against what was predicted when it was made, not against the magnet of today', () => {
    const then = { value: 2, low: 1, high: 4 };
    const trials = [trial(40, 2, then), trial(40, 3, then), trial(40, 1, then)];
    expect(found(trials)).toMatchObject({ inBand: 3, compared: 3 });
    // The same with a magnet that lifts nothing now: the readings were not of it.
    const bare = casesOf({
      ...plan,
      factor: 'core-presence',
      levels: [{ id: 'level-40', value: 'without' }],
    });
    const later = findingsOf(plan, bare, trials, [], { traySize: 30 });
    expect(later).toMatchObject({ inBand: 3, compared: 3 });
    expect(later.levels[0]!.model).toBe(2);
  });

  it('make a band of a prediction that was kept without one', () => {
    expect(found([trial(40, 5, { value: 5, low: null, high: null })]).inBand).toBe(1);
    expect(found([trial(40, 25, { value: 5, low: null, high: null })]).inBand).toBe(0);
  });

  it('learn the class’s factor from what each trial was predicted', () => {
    const then = { value: 4, low: null, high: null };
    const { belief } = found([10, 20, 40].map((level) => trial(level, 8, then)));
    const factor = Math.exp(belief!.mean);
    expect(factor).toBeGreaterThan(1.7);
    expect(factor).toBeLessThan(2);
  });

  it('learn nothing from a level for which nothing was predicted', () => {
    const prior = found([]).belief!;
    const nothing = { value: 0, low: 0, high: 0 };
    const { belief, own } = found([trial(40, 5, nothing)]);
    expect([belief, own]).toEqual([prior, null]);
  });

  it('learn that nothing read is less than half of one, and an emptied tray at least what was in it', () => {
    const kept = { value: 5, low: 2, high: 9 };
    const none = found([trial(40, 0, kept)]).own!;
    expect(Math.exp(none.mean)).toBeLessThan(0.1);
    const all = found([trial(40, 30, kept)]).own!;
    expect(Math.exp(all.mean)).toBeGreaterThan(29.5 / 5);
    // What is only a limit says less than a number.
    expect(all.variance).toBeGreaterThan(found([trial(40, 29, kept)]).own!.variance);
  });

  it('take a kept prediction without a band for one of counts, though its level is gone', () => {
    // Of counts: ×/÷ 2.7 between classes, a quarter of scatter; nine in ten of a Student t with 12.
    const width = Math.exp(
      1.782288 * Math.hypot(Math.log(2.7) / 1.959964, 0.25) * Math.sqrt(5 / 6),
    );
    const kept = { value: 10, low: null, high: null };
    const gone = (count: number): FindingTrial => trial('gone', count, kept);
    expect(found([gone(Math.floor(10 * width))]).inBand).toBe(1);
    expect(found([gone(Math.ceil(10 * width) + 1)]).inBand).toBe(0);
  });

  it('score the groups’ predictions and Nab’s by the same number', () => {
    const then = { value: 4, low: null, high: null };
    const guess = (level: number, value: number): FindingGuess => ({
      seen: 0,
      levelId: `level-${level}`,
      seriesId: null,
      value,
    });
    const { levels } = found(
      [trial(10, 6, then), trial(10, 8, then), trial(20, 9, then)],
      [guess(10, 10), guess(20, 10), guess(40, 3)],
    );
    // At 10: 7 read, 10 and 4 said; at 20: 9 read, 10 and 4 said; at 40 nothing was read.
    expect(predictionScores(levels)).toEqual({ levels: 2, groups: 2, model: 4 });
    expect(predictionScores(found([trial(10, 6)]).levels)).toBeNull();
  });

  it('give the mean of the guesses and leave out those in words', () => {
    const guess = (value: number | null): FindingGuess => ({
      seen: 0,
      levelId: 'level-10',
      seriesId: null,
      value,
    });
    const { levels } = found([], [guess(2), guess(6), guess(null)]);
    expect(levels[0]!.guess).toBe(4);
    expect(levels[1]!.guess).toBeNull();
  });
});

describe('findings of two factors', () => {
  const two: LessonPlan = {
    ...plan,
    series: {
      factor: 'cells-in-series',
      levels: [1, 2].map((value) => ({ id: `cells-${value}`, value })),
    },
  };

  it('have a line for each series and mix nothing', () => {
    const trials = [1, 2].flatMap((cells) =>
      [10, 20, 40].map((turns) => trial(turns, cells * turns, null, `cells-${cells}`)),
    );
    const { series } = findingsOf(two, casesOf(two), trials, [], { traySize: 500 });
    expect(
      series.map(({ analysis }) => Math.round(analysis!.line!.coefficients[1]! * 1000) / 1000),
    ).toEqual([1, 2]);
  });
});

describe('findings of other kinds of data', () => {
  const of = (measure: LessonPlan['measure'], trials: FindingTrial[], factor = plan.factor) => {
    const other = { ...plan, measure, factor, conditions: { load: 0.1 } };
    return findingsOf(other, casesOf(other), trials, [], { traySize: 30 });
  };

  it('put a load between the last that held and the first that dropped', () => {
    const { points } = of('load-held', [
      trial(20, { kind: 'interval', held: 0.4, dropped: 0.9, typed: '400 g / 900 g' }),
      trial(20, { kind: 'interval', held: 0.4, dropped: null, typed: '400 g' }),
      trial(20, { kind: 'interval', held: 0, dropped: 0.1, typed: '0 g / 100 g' }),
    ]);
    expect(points[0]).toMatchObject({ from: 0.4, to: 0.9, censored: null });
    expect(points[0]!.y).toBeCloseTo(0.6, 12);
    expect(points[1]).toMatchObject({ y: 0.4, censored: 'at-least' });
    expect(points[2]!.y).toBeCloseTo(0.05, 12);
  });

  it('give yes and no as a share, without a band', () => {
    const { levels, compared } = of('load-yes-no', [
      trial(20, { kind: 'yes-no', yes: true }),
      trial(20, { kind: 'yes-no', yes: true }),
      trial(20, { kind: 'yes-no', yes: false }),
    ]);
    expect(levels[1]!.summary!.mean).toBeCloseTo(2 / 3, 12);
    expect(compared).toBe(0);
  });

  it('leave sentences as they are', () => {
    const { points, levels, series } = of('sentence', [
      trial(20, { kind: 'words', text: 'Warm.' }),
    ]);
    expect(points[0]!.y).toBeNaN();
    expect(levels[1]!.summary).toBeNull();
    expect(series[0]!.analysis).toBeNull();
  });

  it('fit no line through kinds that stand in no order', () => {
    const kinds = {
      ...plan,
      factor: 'core-presence' as const,
      levels: ['with', 'without'].map((value) => ({ id: `level-${value}`, value })),
    };
    const trials = ['with', 'with', 'without', 'without'].map((kind, i) => trial(kind, 3 + i));
    const { series, levels } = findingsOf(kinds, casesOf(kinds), trials, [], { traySize: 30 });
    expect(series[0]!.analysis!.line).toBeNull();
    expect(levels.map(({ summary }) => summary!.mean)).toEqual([3.5, 5.5]);
  });
});

describe('what groups foresee', () => {
  const levels = found([trial(10, 4), trial(20, 8), trial(40, 20)]).levels;
  const guess = (level: number, value: number | null, seen: number): FindingGuess => ({
    levelId: `level-${level}`,
    seriesId: null,
    value,
    seen,
  });

  it('is scored before the first trial and after it, as a share of what was read', () => {
    const scores = predictionErrorBeforeAfter(levels, [
      guess(10, 8, 0),
      guess(20, 4, 0),
      guess(20, 10, 1),
      guess(40, 18, 2),
      guess(40, null, 3),
    ])!;
    expect(scores.before).toEqual({ guesses: 2, meanRelativeError: (1 + 0.5) / 2 });
    expect(scores.after.guesses).toBe(2);
    expect(scores.after.meanRelativeError).toBeCloseTo((0.25 + 0.1) / 2, 12);
    expect(scores.p).toBeGreaterThan(0.05);
  });

  it('is told from chance where the predictions are many', () => {
    const many = Array.from({ length: 12 }, (_, i) => [
      guess(10, 8 + (i % 3), 0),
      guess(20, 8 + (i % 3), 1),
    ]).flat();
    expect(predictionErrorBeforeAfter(levels, many)!.p).toBeLessThan(0.001);
  });

  it('takes no share of next to nothing', () => {
    const some = found([trial(10, 40), trial(20, 1)]).levels;
    const scores = predictionErrorBeforeAfter(some, [
      guess(10, 20, 0),
      guess(20, 14, 0),
      guess(10, 30, 1),
    ])!;
    expect(scores.before).toEqual({ guesses: 1, meanRelativeError: 0.5 });
  });

  it('is nothing where all were made before, or where nothing was read', () => {
    expect(predictionErrorBeforeAfter(levels, [guess(10, 8, 0)])).toBeNull();
    const none = found([trial(10, 0)]).levels;
    expect(predictionErrorBeforeAfter(none, [guess(10, 1, 0), guess(10, 2, 1)])).toBeNull();
  });
});

import { caseText, levelWords } from '@nab/words/lesson';
import { newDesign } from '@nab/contract/experiments';
import { toLessonPlan, type Plan } from '@nab/contract/lesson';
import { casesOf } from '@nab/core/lesson';
import type { LessonJudgement } from '../../investigation';
import { examplePlan, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { type NamedCase } from '../../investigation';
import {
  currentShare,
  forecastText,
  goodNews,
  levelCautions,
  promiseSentences,
  stoppedSentences,
} from './sentences';

const casesFor = (plan: Plan, design = newDesign()): NamedCase[] =>
  casesOf(toLessonPlan(plan, design)).map((one) => ({
    ...one,
    levelName: levelWords(plan, one.levelId),
    seriesName: levelWords(plan, one.seriesId),
    name: caseText(plan, one),
  }));
const plan = examplePlan();
const cases = casesFor(plan);
const key = (n: number) => ({ levelId: idOf(n), seriesId: null });
const judged = (change: Partial<LessonJudgement> = {}): LessonJudgement => ({
  neighbours: [],
  course: 'rises',
  trendPower: 0.98,
  overCeiling: [],
  nothing: [],
  fair: { sideEffects: [], effect: 3, effectAtEqualCurrent: 4, holds: [] },
  ...change,
});
const said = (change: Partial<LessonJudgement>, level: 'plain' | 'exact', of = plan): string[] =>
  promiseSentences(of, cases, judged(change), level).map(({ text }) => text);

describe('what a level is stopped for', () => {
  it('is said by name, with what to change', () => {
    const hot = examplePlan(idOf, {
      factor: 'cells-in-series',
      levels: [
        { id: idOf(1), value: '1' },
        { id: idOf(2), value: '8' },
      ],
    });
    const [stop, ...more] = stoppedSentences(casesFor(hot));
    expect(more).toEqual([]);
    expect(stop).toMatchObject({ state: 'stop' });
    expect(stop!.text).toBe(
      '8 cells must not be switched on: the coil gets too hot to touch before a trial is over.',
    );
  });

  it('is the reason where a level cannot be built', () => {
    const short = examplePlan(idOf, {
      factor: 'wire-length',
      levels: [
        { id: idOf(1), value: '25 cm' },
        { id: idOf(2), value: '2 m' },
      ],
    });
    expect(stoppedSentences(casesFor(short))[0]!.text).toMatch(/^25 cm: .*not even one turn/);
  });

  it('is nothing where every level may be tried', () => {
    expect(stoppedSentences(cases)).toEqual([]);
  });
});

describe('cautions of single levels', () => {
  const cells = (...values: string[]) =>
    casesFor(
      examplePlan(idOf, {
        factor: 'cells-in-series',
        levels: values.map((value, i) => ({ id: idOf(1 + i), value })),
      }),
    );

  it('name the levels that need them', () => {
    const texts = levelCautions(cells('1', '2')).map(({ text }) => text);
    expect(texts.length).toBeGreaterThan(0);
    for (const text of texts) expect(text).toMatch(/^2 cells: /);
  });

  it('name a level once where all of its lines need them', () => {
    const lines = ['60', '61'].map((value, i) => ({ id: idOf(31 + i), value }));
    const two = casesFor(
      examplePlan(idOf, {
        factor: 'cells-in-series',
        levels: ['1', '2'].map((value, i) => ({ id: idOf(1 + i), value })),
        series: { factor: 'turns', levels: lines },
      }),
    );
    const texts = levelCautions(two).map(({ text }) => text);
    expect(texts.length).toBeGreaterThan(0);
    for (const text of texts) expect(text).toMatch(/^2 cells: /);
  });

  it('leave out what holds for every level, and levels that are stopped', () => {
    expect(levelCautions(cells('1'))).toEqual([]);
    for (const { text } of levelCautions(cells('1', '2', '8')))
      expect(text).not.toContain('8 cells');
  });
});

describe('what a plan promises, in words', () => {
  it('begins with the surprise: it falls, turns over or stays level', () => {
    expect(said({ course: 'turns over' }, 'plain')[0]).toContain('up and then down again');
    expect(said({ course: 'turns over' }, 'exact')[0]).toContain('a straight line will not');
    expect(said({ course: 'falls' }, 'plain')[0]).toContain('less is lifted');
    expect(said({ course: 'level' }, 'exact')[0]).toContain('within 2 %');
  });

  it('finds nothing strange in a load that falls with the gap', () => {
    const gap = examplePlan(idOf, {
      factor: 'gap',
      measure: 'load-held',
      levels: [
        { id: idOf(1), value: '0.1 mm' },
        { id: idOf(2), value: '0.2 mm' },
      ],
    });
    expect(said({ course: 'falls' }, 'plain', gap)).toEqual([]);
  });

  it('names neighbours that are hard to tell apart, and the trials that would do', () => {
    const neighbours = [
      { lower: key(1), upper: key(2), probabilityInOrder: 0.74, repeatsNeeded: 7 },
      { lower: key(2), upper: key(3), probabilityInOrder: 0.97, repeatsNeeded: 3 },
    ];
    expect(said({ neighbours }, 'plain')).toEqual([
      '10 turns and 20 turns are hard to tell apart. 7 trials each would do it nine times in ten.',
    ]);
    expect(said({ neighbours }, 'exact')[0]).toContain('with 3 trials each');
    expect(said({ neighbours }, 'exact')[0]).toMatch(/74\s?% of the time/);
  });

  it('asks for levels farther apart where no number of trials would do', () => {
    const neighbours = [
      { lower: key(1), upper: key(2), probabilityInOrder: 0.55, repeatsNeeded: null },
    ];
    expect(said({ neighbours }, 'plain')[0]).toContain('Move them farther apart.');
    const kinds = examplePlan(idOf, {
      factor: 'core-material',
      levels: [
        { id: idOf(1), value: 'nail-steel' },
        { id: idOf(2), value: 'annealed-steel' },
      ],
    });
    expect(said({ neighbours }, 'plain', kinds)[0]).toContain('may be what there is to find');
  });

  it('warns of an empty tray and of levels that read nothing', () => {
    const sentences = said(
      { overCeiling: [{ ...key(3), probability: 0.3 }], nothing: [key(1)] },
      'plain',
    );
    expect(sentences[0]).toMatch(/^40 turns may empty the tray of 60 \(30\s?% of trials\)/);
    expect(sentences[1]).toBe('Hardly anything will be read at: 10 turns.');
  });

  it('is one line of comfort where nothing is to be mended', () => {
    expect(goodNews(plan, cases, 0.98).text).toMatch(
      /^18 trials in all\. All levels can be told apart\. .* 98\s?% of the time\.$/,
    );
    expect(goodNews(plan, cases, 0.999).text).toContain('almost surely');
    const words = examplePlan(idOf, { measure: 'sentence' });
    expect(goodNews(words, casesFor(words), null).text).toContain('no prediction');
  });
});

describe('a fair test in words', () => {
  it('says how much of the effect the current does, at both reading levels', () => {
    expect(currentShare(judged(), 'plain')).toBe(
      'As planned the last level gives 3.0 times the first; with the same current it would be 4.0 times.',
    );
    // ln(4/3)/ln 4 = 0.2075.
    expect(currentShare(judged(), 'exact')).toMatch(/21\s?% of the effect/);
    const same = judged({ fair: { ...judged().fair, effectAtEqualCurrent: 3.001 } });
    expect(currentShare(same, 'plain')).toContain('would be the same');
    const unknown = judged({ fair: { ...judged().fair, effect: null } });
    expect(currentShare(unknown, 'plain')).toBe('');
  });

  it('writes what is predicted in a few letters, and a dash for nothing', () => {
    expect(forecastText(plan, cases[0]!)).toMatch(/^[\d.]+$/);
    const words = examplePlan(idOf, { measure: 'sentence' });
    expect(forecastText(words, casesFor(words)[0]!)).toBe('–');
  });
});

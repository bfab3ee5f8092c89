import { newDesign } from '@nab/contract/experiments';
import {
  foldTrials,
  toFindings,
  toLessonPlan,
  type Plan,
  type Prediction,
  type Reading,
} from '@nab/contract/lesson';
import {
  counted,
  examplePlan,
  examplePrediction,
  exampleReading,
  idOf,
} from '@nab/contract/testing';
import { casesOf, findingsOf } from '@nab/core/lesson';
import { describe, expect, it } from 'vitest';
import { findingsAnswer, type Reader } from './index.js';

type Counts = readonly (readonly number[])[];

/** Readings of so many objects at each level of a line. */
const readingsOf = (lines: readonly Counts[], lineIds: readonly (string | null)[]): Reading[] =>
  lines.flatMap((counts, s) =>
    counts.flatMap((atLevel, level) =>
      atLevel.map((count, i) =>
        exampleReading({
          id: idOf(1000 + 100 * s + 10 * level + i),
          levelId: idOf(1 + level),
          seriesId: lineIds[s]!,
          outcome: counted(count),
          recordedAt: `2026-10-07T09:${s}${level}:0${i}.000Z`,
        }),
      ),
    ),
  );

function answerOf(
  plan: Plan,
  readings: readonly Reading[],
  {
    reader = 'full',
    predictions = [],
  }: { reader?: Reader; predictions?: readonly Prediction[] } = {},
) {
  const { trials, guesses } = toFindings(foldTrials(readings).trials, predictions);
  const lesson = toLessonPlan(plan, newDesign());
  return findingsAnswer(plan, findingsOf(lesson, casesOf(lesson), trials, guesses, plan), reader)!;
}

const clear: Counts = [
  [4, 5],
  [7, 8],
  [13, 14],
];
const flat: Counts = [
  [4, 9],
  [8, 5],
  [9, 4],
];
const cells = ['1', '2'].map((value, i) => ({ id: idOf(30 + i), value }));
const twoLines = examplePlan(idOf, { series: { factor: 'cells-in-series', levels: cells } });
const lineIds = cells.map(({ id }) => id);

describe('the answer of the findings', () => {
  // Least squares by hand: means 4.5, 7.5, 13.5 at 10, 20, 40 turns lie on 0.3 × turns + 1.5.
  it('claims with its figure, to the first digit of its uncertainty', () => {
    const { claim, figures, lines } = answerOf(examplePlan(), readingsOf([clear], [null]));
    expect(claim).toBe('Each extra turn lifts about 0.3 more objects.');
    expect(lines).toEqual([]);
    expect(figures[0]).toMatchObject({ name: 'Slope, objects per turn', value: '0.300' });
    expect(figures[0]!.note).toMatch(/^95 % CI 0\.2\d\d to 0\.3\d\d$/);
    expect(figures[1]).toEqual({
      name: 'How sure',
      value: 'Clear effect',
      unit: '',
      note: '6 trials, 2 groups',
    });
  });

  it('claims nothing that these trials do not show, and says what would', () => {
    const { claim, figures } = answerOf(examplePlan(), readingsOf([flat], [null]));
    expect(claim).toMatch(
      /^These trials do not show yet that the number of turns makes a difference\. .*(repeats|further apart)/,
    );
    expect(figures[1]).toMatchObject({ value: 'Not shown yet' });
  });

  it('says the noun of several lines once, and what differs in rows', () => {
    const twice = clear.map((counts) => counts.map((count) => 2 * count));
    const { claim, lines, reasons } = answerOf(twoLines, readingsOf([clear, twice], lineIds));
    expect(claim).toBe(
      'Each extra turn lifts about 0.3 more objects with 1 cell and 0.6 more with 2 cells.',
    );
    expect(lines.map(({ name, slope }) => [name, slope])).toEqual([
      ['1 cell', '0.300'],
      ['2 cells', '0.60'],
    ]);
    // What both lines say is said once and without a name.
    const texts = reasons.sure.map(({ text }) => text);
    expect(new Set(texts).size).toBe(texts.length);
    expect(texts.filter((text) => /Is one trial enough/.test(text))).toEqual([
      expect.stringMatching(/^Is one trial enough/),
    ]);
  });

  it('keeps a line that shows nothing out of the claim', () => {
    const { claim, figures } = answerOf(twoLines, readingsOf([clear, flat], lineIds));
    expect(claim).toBe(
      'Each extra turn lifts about 0.3 more objects with 1 cell. With 2 cells these trials do not show an effect yet.',
    );
    expect(figures[0]).toMatchObject({ value: '1 of 2 lines' });
  });

  it('says how far class and Nab were off', () => {
    const predictions = [4, 7, 10].map((value, i) =>
      examplePrediction({ id: idOf(200 + i), levelId: idOf(1 + i), value }),
    );
    const { figures } = answerOf(examplePlan(), readingsOf([clear], [null]), { predictions });
    // |4 − 4.5|, |7 − 7.5| and |10 − 13.5|: 1.5 on average.
    expect(figures[2]).toMatchObject({ name: 'Class was off by', value: '1.5', unit: 'objects' });
    // 6.5 was predicted of every trial: 2, 1 and 7 off.
    expect(figures[3]).toMatchObject({ name: 'Nab was off by', value: '3.3', unit: 'objects' });
  });

  it('is said to a child without statistics', () => {
    const { claim, figures, reasons } = answerOf(examplePlan(), readingsOf([clear], [null]), {
      reader: 'plain',
    });
    expect(claim).toBe(
      'The more turns, the more the magnet lifts: each extra turn lifts about 0.3 more objects.',
    );
    const all = [
      claim,
      ...figures.flatMap(Object.values),
      ...Object.values(reasons)
        .flat()
        .map(({ text }) => text),
    ];
    for (const text of all) {
      expect(text).not.toMatch(/interval|CI|R²|p [=<]|power|least squares|standard/i);
    }
    expect(reasons.next.length).toBeGreaterThan(0);
  });

  it('compares kinds by best and weakest', () => {
    const plan = examplePlan(idOf, {
      factor: 'core-material',
      levels: ['nail-steel', 'aluminium', 'wood'].map((value, i) => ({ id: idOf(1 + i), value })),
    });
    const { claim, figures } = answerOf(
      plan,
      readingsOf(
        [
          [
            [9, 8, 9],
            [0, 1, 0],
            [1, 0, 0],
          ],
        ],
        [null],
      ),
    );
    expect(claim).toMatch(
      /^The magnet lifts most with .*steel.* \(8\.7 objects\), least with Aluminium and Wood \(0\.33 objects\)\.$/,
    );
    expect(figures[0]).toMatchObject({ name: 'Best', value: '8.7', unit: 'objects' });
  });

  it('says of yes and no where half are yes', () => {
    const plan = examplePlan(idOf, { measure: 'load-yes-no', load: '200 g' });
    const readings = [0, 4, 8].flatMap((yes, level) =>
      Array.from({ length: 8 }, (_, i) =>
        exampleReading({
          id: idOf(1000 + 10 * level + i),
          levelId: idOf(1 + level),
          outcome: { kind: 'yes-no', yes: i < yes },
        }),
      ),
    );
    const { claim, figures } = answerOf(plan, readings);
    expect(claim).toMatch(
      /^The more turns, the more often it holds: in half of the trials at about 2\d turns\.$/,
    );
    expect(figures[0]).toMatchObject({ name: 'Half are yes at' });
  });

  it('is none of words, and of a single level', () => {
    expect(answerOf(examplePlan(), readingsOf([[[3, 4]]], [null]))).toBeNull();
    expect(answerOf(examplePlan(idOf, { measure: 'sentence' }), [])).toBeNull();
  });
});

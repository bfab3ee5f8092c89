import { analyse, type OrderedReading } from '@nab/core/statistics';
import { factorOf, measureOf } from '@nab/core/lesson';
import { describe, expect, it } from 'vitest';
import { factorWords } from './sentence-words.js';
import { doubling, goesOn, oneTrial } from './wrong-conclusions.js';

const turns = factorOf('turns');
const clips = measureOf('objects-one-end');
const said = (list: readonly OrderedReading[]): string[] => {
  const [analysis, words] = [analyse(list, true), factorWords(turns, clips)];
  return [
    ...doubling(analysis, words),
    ...oneTrial(analysis),
    ...goesOn(analysis, turns, words, clips),
  ].map(({ text }) => text);
};
const readings = (levels: readonly (readonly [x: number, ...ys: number[]])[]): OrderedReading[] =>
  levels.flatMap(([x, ...ys], level) => ys.map((y, order) => ({ x, y, level, group: 0, order })));

describe('conclusions that classes jump to', () => {
  it('say how often one trial of each would have misled', () => {
    const texts = said(
      readings([
        [10, 3, 5],
        [20, 4, 6],
        [40, 9, 11],
      ]),
    );
    // One of the four pairs of 10 and 20 turns, none of those of 20 and 40: one of eight.
    expect(texts).toContain(
      'Is one trial enough? With a single trial at each level, 13 % of the comparisons between neighbouring levels would have come out wrong.',
    );
    const clear = said(
      readings([
        [10, 3, 3.5],
        [20, 6, 6.5],
        [40, 12, 12.5],
      ]),
    );
    expect(clear.join(' ')).toContain('at each level, none of the comparisons');
    expect(
      said(
        readings([
          [10, 3],
          [20, 6],
          [40, 12, 13],
        ]),
      ).join(' '),
    ).not.toContain('Is one trial enough?');
  });

  it('say how far apart shapes lie beyond the levels that cannot be told apart on them', () => {
    const bent = readings(
      [10, 20, 30, 40].map((x) => {
        const middle = (30 * x) / (60 + x);
        return [x, middle - 1.5, middle + 1.4, middle + 0.1] as const;
      }),
    );
    const { equallySupported, curves } = analyse(bent, true);
    const shapes = curves
      .map(({ curve }) => curve)
      .filter(({ id }) => equallySupported.includes(id) && id !== 'means' && id !== 'none');
    expect(shapes.length).toBeGreaterThan(1);
    const text = said(bent).find((one) => one.startsWith('Does the pattern continue?'))!;
    expect(text).toMatch(
      /^Does the pattern continue\? At 80 turns, .* predicts .* objects and .* predicts .*\. These trials cannot decide between them\.$/,
    );
    const values = [...text.matchAll(/predicts ([\d.]+)/g)].map(([, n]) => Number(n));
    expect(values[0]).toBeCloseTo(shapes[0]!.at(80), 0);
  });

  it('say nothing of what only one shape fits', () => {
    const straight = readings(
      [10, 20, 40, 60, 80].map((x) => [x, 3 + x - 0.1, 3 + x + 0.1, 3 + x] as const),
    );
    expect(analyse(straight, true).equallySupported).toEqual(['line']);
    expect(said(straight).join(' ')).not.toContain('Does the pattern continue?');
  });
});

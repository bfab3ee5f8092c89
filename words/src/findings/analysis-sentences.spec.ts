import { analyse, analyseYesNo, type OrderedReading } from '@nab/core/statistics';
import { factorOf, measureOf } from '@nab/core/lesson';
import { describe, expect, it } from 'vitest';
import { foresightText, analysisSentences, scoresText } from './analysis-sentences.js';
import { equationText, factorWords } from './sentence-words.js';

const turns = factorOf('turns');
const clips = measureOf('objects-one-end');

/** Readings of so many trials at each place: y, and a little to either side of it. */
function readings(
  at: readonly (readonly [number, number])[],
  { scatter = 0.5, groups = [0, 0, 0, 0] }: { scatter?: number; groups?: readonly number[] } = {},
): OrderedReading[] {
  return at.flatMap(([x, y], level) =>
    // Each group lies now on one side, now on the other.
    [0, 1, 2, 3].map((i) => ({
      x,
      y: y + ((i + level) % 2 === 0 ? -1 : 1) * scatter + groups[i]!,
      level,
      group: i,
      order: (level + i) % at.length,
    })),
  );
}
const said = (list: readonly OrderedReading[], graded = true): string[] =>
  analysisSentences(analyse(list, graded), turns, clips, 'the number of turns').map(
    ({ text }) => text,
  );

describe('what can be said of readings', () => {
  it('names the best shape and those that cannot be told from it', () => {
    const [first] = said(
      readings(
        [10, 20, 40, 60].map((x) => [x, (60 * x) / (15 + x)]),
        { scatter: 0.2 },
      ),
    );
    expect(first).toBe('A curve that levels off fits these trials best.');
    const straight = said(readings([10, 20, 40, 60].map((x) => [x, 2 + 0.3 * x])));
    expect(straight[0]).toMatch(/^A straight line fits these trials best/);
  });

  it('says that nothing was shown where nothing was', () => {
    const flat = readings([10, 20, 40, 60].map((x) => [x, 8]));
    expect(said(flat)[0]).toMatch(
      /show no effect of the number of turns: a flat line|A flat line fits these trials as well/,
    );
    expect(said(flat).join(' ')).toMatch(
      /It could be zero, so these trials do not show an effect of the number of turns/,
    );
    expect(analysisSentences(analyse(flat, true), turns, clips, 'it')[0]!.state).toBe('caution');
  });

  it('gives the slope with its unit, and both intervals where groups matter', () => {
    const alike = said(readings([10, 20, 40, 60].map((x) => [x, 2 + 0.3 * x])));
    expect(alike[1]).toMatch(
      /^Each extra turn adds about 0\.300 objects \(95 % confidence interval 0\.2\d\d to 0\.3\d\d\)/,
    );
    const apart = said(
      readings(
        [10, 20, 40, 60].map((x) => [x, 2 + 0.3 * x]),
        { groups: [-4, 0, 1, 5] },
      ),
    );
    expect(apart[1]).toMatch(/^Each extra turn adds about 0\.3\d* objects/);
    expect(apart.join(' ')).toMatch(
      /If the differences between groups are ignored, least squares gives/,
    );
    expect(apart.join(' ')).toMatch(/Results vary between groups \(SD \d/);
  });

  it('answers “twice the turns, twice as much?”', () => {
    const root = readings(
      [10, 20, 40, 80].map((x) => [x, 4 * Math.sqrt(x)]),
      { scatter: 0.2 },
    );
    expect(said(root).join(' ')).toMatch(
      /Doubling the turns gives 1\.4 times as much .*: less than twice as much\./,
    );
    const square = readings(
      [10, 20, 40, 80].map((x) => [x, 0.01 * x ** 2]),
      { scatter: 0.2 },
    );
    expect(said(square).join(' ')).toMatch(
      /Doubling the turns gives 4 times as much .*: more than twice as much\./,
    );
  });

  it('tells of a drift, and what may be behind it', () => {
    const drifting = readings([10, 20, 40, 60].map((x) => [x, 0.3 * x])).map((one) => ({
      ...one,
      y: one.y - 2 * one.order,
    }));
    expect(said(drifting).join(' ')).toMatch(
      /Readings fell by [12]\S* ± .* per trial at every level\. Probably the cells ran down/,
    );
  });

  it('says where one trial more tells most', () => {
    const straight = said(readings([10, 20, 40, 60].map((x) => [x, 2 + 0.3 * x])));
    expect(straight.at(-1)).toMatch(
      /^The most useful next trial is at (60 turns\. It would narrow the confidence interval of the slope by \d+ %|\d+ turns\. There, .* differ by [\d.]+ objects)\.$/,
    );
  });

  it('says what that takes, and leaves out what cannot be tried', () => {
    const list = readings([10, 20, 40, 60].map((x) => [x, 2 + 0.3 * x]));
    const minutes = (places: readonly number[]): ReadonlyMap<number, number> => {
      // Levels, and half way between them.
      expect(places).toEqual([10, 20, 40, 60, 15, 30, 50]);
      return new Map([[15, 4.5]]);
    };
    const texts = analysisSentences(analyse(list, true), turns, clips, 'it', minutes);
    expect(texts.at(-1)!.text).toMatch(
      /^The most useful next trial is at 15 turns \(about 4\.5 min\)\. /,
    );
  });

  it('says whether groups foresaw more after they had tried, where that is no chance', () => {
    const scores = (meanRelativeError: number, p: number) => ({
      before: { guesses: 1, meanRelativeError: 0.6 },
      after: { guesses: 8, meanRelativeError },
      p,
    });
    expect(foresightText(null)).toBeNull();
    expect(foresightText(scores(0.2, 0.01))).toBe(
      'Groups’ first predictions were off by 60 % (one prediction); later ones by 20 % (8 predictions). Predictions improved with experience.',
    );
    expect(foresightText(scores(0.9, 0.01))).toMatch(
      /Predictions got worse after the first trials\.$/,
    );
    expect(foresightText(scores(0.2, 0.2))).toMatch(/too few predictions .* more than chance\.$/);
  });

  it('says of yes and no whether it changes, and nothing finer', () => {
    const answers = [10, 20, 40].flatMap((x, level) =>
      [0, 1, 2, 3, 4, 5].map((i) => ({
        x,
        y: i < [0, 3, 6][level]! ? 1 : 0,
        level,
        group: i,
        order: level,
      })),
    );
    const texts = analysisSentences(
      analyseYesNo(answers, true),
      turns,
      measureOf('load-yes-no'),
      'it',
    );
    expect(texts.map(({ text }) => text)).toEqual([
      expect.stringMatching(/^The more turns, the more often it holds \(p < 0\.001\)\. /),
      expect.stringMatching(
        /^The answer is yes in half of the trials at about 2\d(\.\d)? turns \(95 % confidence interval/,
      ),
    ]);
    const same = answers.map((one) => ({ ...one, y: one.group % 2 }));
    const [none] = analysisSentences(
      analyseYesNo(same, true),
      turns,
      measureOf('load-yes-no'),
      'it',
    );
    expect(none).toMatchObject({ state: 'caution' });
    expect(none!.text).toContain('do not show that it makes a difference');
  });

  it('compares kinds without a curve', () => {
    const kinds = readings([
      [NaN, 2],
      [NaN, 9],
      [NaN, 20],
    ]);
    const texts = said(kinds, false);
    expect(texts[0]).toMatch(/^The levels differ by more than their repeats vary \(p < 0\.001\)/);
    expect(texts.join(' ')).not.toMatch(/Each extra|Doubling|curve that/);
    const alike = said(
      readings([
        [NaN, 5],
        [NaN, 5],
      ]),
      false,
    );
    expect(alike[0]).toMatch(/do not show a difference between the levels/);
    const single = said(readings([[NaN, 5]]).slice(0, 1), false);
    expect(single).toEqual([
      'The levels have no order, so no curve is fitted. Compare the means and their confidence intervals.',
    ]);
  });
});

describe('whose predictions were nearer', () => {
  it('is said with both distances, and not of a single level', () => {
    expect(scoresText({ levels: 3, groups: 2, model: 4 }, clips)).toBe(
      'Across 3 levels the groups’ predictions missed the mean by 2 objects on average, and Nab’s by 4. The groups did better.',
    );
    expect(scoresText({ levels: 3, groups: 4, model: 4.1 }, clips)).toMatch(
      /Both did equally well/,
    );
    expect(scoresText({ levels: 3, groups: 5, model: 4 }, clips)).toMatch(/Nab did better/);
    expect(scoresText({ levels: 1, groups: 2, model: 4 }, clips)).toBeNull();
    expect(scoresText(null, clips)).toBeNull();
  });
});

describe('a curve as an equation', () => {
  const words = factorWords(turns, clips);
  const of = (id: string, coefficients: number[]): string =>
    equationText({ id, coefficients } as never, words, clips);

  it('is written in the units of the axes', () => {
    expect(of('none', [8.25])).toBe('read = 8.25');
    expect(of('proportional', [0.3])).toBe('read = 0.3 × turns');
    expect(of('line', [-2, 0.3])).toBe('read = 0.3 × turns − 2');
    expect(of('saturating', [60, 15])).toBe('read = 60 × turns ÷ (15 + turns)');
    expect(of('power-trend', [2, 0.5])).toBe(of('power', [2, 0.5]));
    expect(of('power', [2, 0.5])).toBe('read = 2 × turns to the power 0.5');
    const angle = measureOf('needle-angle');
    const current = factorWords(factorOf('current'), angle);
    expect(
      equationText({ id: 'line', coefficients: [0, Math.PI / 4] } as never, current, angle),
    ).toBe(`${current.read} = 45 × ${current.term} + 0`);
  });
});

import { describe, expect, it } from 'vitest';
import { newDesign, toMagnetDesign } from '@nab/contract';
import { evaluateMagnet, PRIOR_BELIEF, type Limit, type LimitKind } from '@nab/core';
import { bandText, countText, liftSentence, limitSentence, secondsText, wireText } from './index';

const evaluation = evaluateMagnet(toMagnetDesign(newDesign()));
const limit: Limit = {
  kind: 'battery',
  cellShare: 0.41,
  leadShare: 0.2,
  coilShare: 0.39,
  fieldElasticity: 1,
  change: 'second-pack',
  gain: 1.33,
};

describe('sentences', () => {
  it('say what is lifted, with its band and the object in its number', () => {
    expect(liftSentence(evaluation, 'clip-small', PRIOR_BELIEF)).toMatch(
      /^Lifts about \d+ clips \(\d+–\d+\)\.$/,
    );
    expect(liftSentence({ ...evaluation, liftedCount: 0.01 }, 'washer', PRIOR_BELIEF)).toBe(
      'Lifts nothing: not a single washer.',
    );
  });

  it('say what limits, with the number behind it', () => {
    expect(limitSentence(limit)).toBe(
      'The battery is the limit: 41 % of its voltage is lost inside the cells. A second pack beside it would lift 33 % more.',
    );
    expect(limitSentence({ ...limit, gain: 2.24 })).toContain('2.2 times as much');
  });

  it('exist for every kind of limit', () => {
    const kinds: LimitKind[] = [
      'material',
      'heat',
      'saturation',
      'battery',
      'leads',
      'wire',
      'room',
    ];
    const sentences = kinds.map((kind) => limitSentence({ ...limit, kind }));
    expect(new Set(sentences).size).toBe(kinds.length);
  });
});

describe('numbers in sentences', () => {
  it('are whole above three and have a decimal below', () => {
    expect([countText(12.4), countText(2.34), countText(0)]).toEqual(['12', '2.3', '0']);
    expect(bandText({ low: 4.9, median: 8, high: 12.1, coverage: 0.9 })).toBe('4–13');
  });

  it('never promise more time or less wire than there is', () => {
    expect([secondsText(9.9), secondsText(200), secondsText(Infinity)]).toEqual([
      '9 s',
      '3 min',
      'no limit',
    ]);
    expect([wireText(0.4701), wireText(1.2301)]).toEqual(['48 cm', '1.24 m']);
  });
});

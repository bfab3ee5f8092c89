import type { Learnt } from '@nab/contract/lesson';
import { describe, expect, it } from 'vitest';
import { learntText, nextText, shownText } from './teaching-words.js';

const learnt: Learnt = {
  factor: 1.2,
  low: 0.9,
  high: 1.6,
  within: 1.8,
  before: 2.7,
  narrower: 0.6,
  classes: 1,
};

describe('what classes teach, in words', () => {
  it('is the factor of the class by itself with its interval', () => {
    const own = { mean: Math.log(1.5), variance: 0.01 };
    // e^(ln 1.5 ± 1.96 × 0.1) = 1.233 and 1.825.
    expect(shownText(own, null)).toMatch(/read 1\.5 times .* \(95 % interval 1\.2 to 1\.8\)/);
    // Its predictions were 1.2 times the model already.
    expect(shownText(own, learnt)).toContain('read 1.8 times');
    expect(shownText(null, null)).toBeNull();
  });

  it('is what predictions reckon with, and what the next will', () => {
    expect(learntText(null)).toBeNull();
    expect(learntText(learnt)).toBe(
      'Nab’s predictions here reckon with one class of this school: 1.2 times the model (0.9 to 1.6). Nineteen of twenty classes then lie within a factor of 1.8 of it, instead of 2.7.',
    );
    const teaching = { factor: 1.3, trials: 12, taughtAt: '', next: { ...learnt, classes: 3 } };
    expect(nextText(teaching, 12)).toMatch(/With 3 classes kept.*1\.2 times the model/);
    expect(nextText(teaching, 12)).not.toContain('there are');
    expect(nextText(teaching, 15)).toContain('there were 12 trials; there are 15 now');
  });
});

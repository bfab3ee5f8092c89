import { describe, expect, it } from 'vitest';
import { normalFrom, seededRandom, studentTQuantile } from '../../numerics/index.js';
import {
  predictiveBand,
  COUNT_SPREAD,
  PRIOR_BELIEF,
  probabilityAbove,
  updateClassPosterior,
  type ClassPosterior,
} from './index.js';

describe('the band before any trial', () => {
  it('is wider than a class factor of ×/÷ 2.7 alone would make it at 95 %', () => {
    const { low, high, median } = predictiveBand(PRIOR_BELIEF, 20, 0.95);
    expect(median).toBe(20);
    expect(high / 20).toBeGreaterThan(2.7);
    expect(high / 20).toBeLessThan(4);
    expect(low * high).toBeCloseTo(400, 6);
  });

  it('says the chance of exceeding its own limits', () => {
    const { high } = predictiveBand(PRIOR_BELIEF, 20, 0.9);
    expect(probabilityAbove(PRIOR_BELIEF, 20, high)).toBeCloseTo(0.05, 6);
    expect(probabilityAbove(PRIOR_BELIEF, 0, 5)).toBe(0);
  });
});

/** After exact readings of four groups in turn. */
const after = (ratios: readonly number[]): ClassPosterior =>
  updateClassPosterior(
    COUNT_SPREAD,
    ratios.map((ratio, i) => ({ group: i % 4, low: ratio, high: ratio })),
    4,
  ).belief;

describe('learning from trials', () => {
  it('follows the class and narrows', () => {
    const belief = after(Array.from({ length: 30 }, (_, i) => 0.4 + 0.1 * Math.sin(i)));
    const band = predictiveBand(belief, 10);
    expect(band.median).toBeCloseTo(10 * Math.exp(0.4), 0);
    expect(band.high / band.low).toBeLessThan(3);
  });
});

/** Share of fresh trials inside the 90 % band over classes drawn from the prior itself. */
function coverage(trialsSeen: number, classes: number, seed: number): number {
  const random = seededRandom(seed);
  let inside = 0;
  for (let c = 0; c < classes; c++) {
    // Inverse gamma by the sum of squares of normals: shape 6 is 12 degrees of freedom over two.
    let chi2 = 0;
    for (let i = 0; i < 2 * PRIOR_BELIEF.shape; i++) chi2 += normalFrom(random) ** 2;
    const variance = (2 * PRIOR_BELIEF.scale) / chi2;
    const mean = normalFrom(random) * Math.sqrt(variance / PRIOR_BELIEF.strength);
    const trial = (): number => mean + normalFrom(random) * Math.sqrt(variance);
    const belief = after(Array.from({ length: trialsSeen }, trial));
    const { low, high } = predictiveBand(belief, 10);
    const count = 10 * Math.exp(trial());
    if (count > low && count < high) inside++;
  }
  return inside / classes;
}

describe('honesty', () => {
  // 4000 classes leave a standard error of 0.47 %, so 88–92 % is four of them wide on each side.
  it.each([0, 3, 15])('covers 90 %% of simulated classes after %i trials', (seen) => {
    const share = coverage(seen, 4000, 100 + seen);
    expect(share).toBeGreaterThan(0.88);
    expect(share).toBeLessThan(0.92);
  });

  /**
   * Classes of one fixed truth, which need not be what is believed: share of classes whose further
   * trial lies in the band after so many trials.
   */
  function coverageOf(classFactor: number, scatter: number, seen: number, seed: number): number {
    const random = seededRandom(seed);
    const classes = 3000;
    let inside = 0;
    for (let c = 0; c < classes; c++) {
      const mean = (normalFrom(random) * Math.log(classFactor)) / 1.959964;
      const trial = (): number => mean + scatter * normalFrom(random);
      const belief = after(Array.from({ length: seen }, trial));
      const { low, high } = predictiveBand(belief, 10);
      const count = 10 * Math.exp(trial());
      if (count > low && count < high) inside++;
    }
    return inside / classes;
  }

  // The truth is not drawn from the belief here: classes lie nearer or farther, trials scatter more
  // or less than believed. With trials the band learns the class; of the scatter it believes a
  // little longer what it believed.
  it.each([
    [1.8, 0.25, 0.02, 'nearer to the model than believed'],
    [4, 0.25, 0.02, 'farther from the model than believed'],
    [2.7, 0.15, 0.065, 'with steadier hands than believed'],
    [2.7, 0.4, 0.065, 'with shakier hands than believed'],
  ])(
    'comes back to nine in ten for classes within ×/÷ %d that scatter by %d, to %d: %s',
    (factor, sd, within) => {
      const after = coverageOf(factor, sd, 25, 12);
      expect(Math.abs(after - 0.9)).toBeLessThan(within);
    },
  );

  it('is too sure before any trial of classes farther off than believed, and not of nearer ones', () => {
    expect(coverageOf(4, 0.25, 0, 21)).toBeLessThan(0.85);
    expect(coverageOf(1.8, 0.25, 0, 22)).toBeGreaterThan(0.95);
  });

  it('uses the t distribution that belongs to its belief', () => {
    const { high } = predictiveBand(PRIOR_BELIEF, 1, 0.5);
    const { scale, strength, shape } = PRIOR_BELIEF;
    const t = Math.log(high) / Math.sqrt((scale * (strength + 1)) / (shape * strength));
    expect(t).toBeCloseTo(studentTQuantile(0.75, 2 * shape), 9);
  });
});

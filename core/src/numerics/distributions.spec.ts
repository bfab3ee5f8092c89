import chiSquareCdf from '@stdlib/stats-base-dists-chisquare-cdf';
import fDistributionCdf from '@stdlib/stats-base-dists-f-cdf';
import standardNormalCdf from '@stdlib/stats-base-dists-normal-cdf';
import standardNormalQuantile from '@stdlib/stats-base-dists-normal-quantile';
import tCdf from '@stdlib/stats-base-dists-t-cdf';
import tQuantile from '@stdlib/stats-base-dists-t-quantile';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  chiSquaredCdf,
  fCdf,
  normalCdf,
  normalQuantile,
  studentTCdf,
  studentTQuantile,
} from './index.js';
import { logBeta, logGamma } from './log-gamma.js';

// Held against @stdlib, an independent implementation, and against printed tables.

const logarithmic = (from: number, to: number) =>
  fc.double({ min: Math.log(from), max: Math.log(to), noNaN: true }).map(Math.exp);
const freedom = fc.oneof(fc.integer({ min: 1, max: 400 }), logarithmic(0.5, 20_000));
const share = fc.oneof(fc.double({ min: 1e-3, max: 0.999, noNaN: true }), logarithmic(1e-12, 0.5));

/** Expects two values to agree to a relative error. */
const close = (value: number, expected: number, relative: number): void => {
  expect(Math.abs(value - expected)).toBeLessThanOrEqual(relative * Math.abs(expected) + 1e-300);
};

describe('distributions have the digits of an independent implementation', () => {
  it('Student’s t', () => {
    fc.assert(
      fc.property(fc.double({ min: -60, max: 60, noNaN: true }), freedom, (t, nu) => {
        // The other one says exactly a half of what is next to 0.
        if (Math.abs(t) < 1e-6) return;
        expect(Math.abs(studentTCdf(t, nu) - tCdf(t, nu))).toBeLessThan(2e-11);
        close(studentTCdf(-Math.abs(t), nu), tCdf(-Math.abs(t), nu), 1e-9);
      }),
      { numRuns: 2000, seed: 72 },
    );
  });

  it('its quantile', () => {
    fc.assert(
      fc.property(share, freedom, (p, nu) => {
        if (p === 0.5) return;
        const t = studentTQuantile(p, nu);
        expect(Math.abs(t - tQuantile(p, nu))).toBeLessThan(1e-9 * Math.abs(t) + 1e-14);
        // Its own inverse, to more digits than any table has.
        const q = Math.min(p, 1 - p);
        close(studentTCdf(-Math.abs(t), nu), q, 1e-11);
      }),
      { numRuns: 2000, seed: 72 },
    );
  });

  it('the normal distribution and its quantile', () => {
    fc.assert(
      fc.property(fc.double({ min: -37, max: 9, noNaN: true }), share, (x, p) => {
        close(normalCdf(x), standardNormalCdf(x, 0, 1), 1e-12);
        // Farther out the other one has fewer digits.
        const other = standardNormalQuantile(p, 0, 1);
        if (p > 1e-4) expect(Math.abs(normalQuantile(p) - other)).toBeLessThan(1e-12);
        // Its own inverse, closer than the other one’s.
        close(normalCdf(-Math.abs(normalQuantile(p))), Math.min(p, 1 - p), 2e-14);
      }),
      { numRuns: 2000, seed: 72 },
    );
  });

  it('Fisher’s F', () => {
    fc.assert(
      fc.property(logarithmic(1e-3, 1e3), freedom, freedom, (f, between, within) => {
        expect(
          Math.abs(fCdf(f, between, within) - fDistributionCdf(f, between, within)),
        ).toBeLessThan(1e-11);
      }),
      { numRuns: 2000, seed: 72 },
    );
  });

  it('χ²', () => {
    fc.assert(
      fc.property(logarithmic(1e-3, 1e3), logarithmic(0.5, 1000), (x, nu) => {
        expect(Math.abs(chiSquaredCdf(x, nu) - chiSquareCdf(x, nu))).toBeLessThan(1e-12);
      }),
      { numRuns: 2000, seed: 72 },
    );
  });
});

describe('distributions have the figures of printed tables', () => {
  // Source: NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.6.7.2, 1.3.6.7.1, 1.3.6.7.4, 1.3.6.7.3.
  it.each([
    [0.975, 1, 12.706],
    [0.975, 2, 4.303],
    [0.975, 10, 2.228],
    [0.95, 5, 2.015],
    [0.999, 30, 3.385],
    [0.975, 100, 1.984],
  ])('t at %d with %d degrees of freedom is %d', (p, nu, t) => {
    expect(studentTQuantile(p, nu)).toBeCloseTo(t, 3);
  });

  it.each([
    [1.96, 0.975],
    [1, 0.84134],
    [2.5758, 0.995],
  ])('Φ(%d) is %d', (x, p) => {
    expect(normalCdf(x)).toBeCloseTo(p, 4);
  });

  // Source: Wichura, Appl. Statist. 37, 477 (1988), test values of AS 241.
  it.each([
    [0.25, -0.6744897501960817],
    [0.001, -3.090232306167814],
    [1e-20, -9.262340089798408],
  ])('a share %d of a normal distribution lies below %d', (p, x) => {
    expect(normalQuantile(p)).toBeCloseTo(x, 13);
  });

  it.each([
    [3.841, 1, 0.95],
    [18.307, 10, 0.95],
    [124.342, 100, 0.95],
  ])('χ² below %d with %d degrees of freedom has the share %d', (x, nu, p) => {
    expect(chiSquaredCdf(x, nu)).toBeCloseTo(p, 4);
  });

  it.each([
    [161.448, 1, 1, 0.95],
    [4.103, 2, 10, 0.95],
    [3.326, 5, 10, 0.95],
  ])('F below %d with %d and %d degrees of freedom has the share %d', (f, between, within, p) => {
    expect(fCdf(f, between, within)).toBeCloseTo(p, 4);
  });
});

describe('the edges', () => {
  it('are what the distributions say, and NaN where there is none', () => {
    expect(studentTCdf(0, 3)).toBe(0.5);
    expect([studentTCdf(Infinity, 3), studentTCdf(-Infinity, 3)]).toEqual([1, 0]);
    expect([normalCdf(-Infinity), normalCdf(0), normalCdf(Infinity)]).toEqual([0, 0.5, 1]);
    expect([normalQuantile(0), normalQuantile(0.5), normalQuantile(1)]).toEqual([
      -Infinity,
      0,
      Infinity,
    ]);
    expect([fCdf(0, 2, 3), fCdf(Infinity, 2, 3), chiSquaredCdf(-1, 2)]).toEqual([0, 1, 0]);
    expect(studentTQuantile(0.5, 7)).toBe(0);
    for (const value of [
      ...[
        studentTCdf(1, 0),
        studentTCdf(NaN, 3),
        studentTQuantile(0, 3),
        studentTQuantile(0.2, -1),
      ],
      ...[normalQuantile(-0.1), normalQuantile(NaN), fCdf(1, 0, 2), chiSquaredCdf(1, 0)],
    ]) {
      expect(value).toBeNaN();
    }
  });

  it('of the gamma function: factorials, and ln B of large numbers', () => {
    for (let n = 1, factorial = 1; n <= 20; factorial *= n++) {
      close(Math.exp(logGamma(n)), factorial, 1e-13);
    }
    close(Math.exp(logGamma(0.5)), Math.sqrt(Math.PI), 1e-14);
    // B(a, ½) → √(π/a): Γ(a)/Γ(a+½) = a^(−½)(1 + 1/(8a) + 1/(128a²) + …), NIST DLMF 5.11.13.
    for (const a of [1e3, 1e5, 1e7]) {
      const expected = Math.sqrt(Math.PI / a) * (1 + 1 / (8 * a) + 1 / (128 * a * a));
      close(Math.exp(logBeta(a, 0.5)), expected, 1e-10);
    }
  });
});

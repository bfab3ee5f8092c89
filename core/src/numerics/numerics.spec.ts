import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  findRoot,
  gaussLegendre,
  integrate,
  integrateGraded,
  integrateOde,
  leastSquares,
  MonotoneCubic,
  normalCdf,
  seededRandom,
  solveInPlace,
  studentTCdf,
  studentTQuantile,
} from './index.js';

describe('Gauss–Legendre quadrature', () => {
  it('is exact for polynomials up to degree 2n − 1', () => {
    for (const n of [1, 2, 5, 12]) {
      const degree = 2 * n - 1;
      expect(integrate((x) => (degree + 1) * x ** degree, 0, 1, n)).toBeCloseTo(1, 12);
    }
  });

  it('has weights that add up to the length of the interval', () => {
    expect(gaussLegendre(9).weights.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 14);
  });

  it('reaches a logarithmic end when graded', () => {
    expect(integrateGraded((x) => Math.log(x), 0, 1)).toBeCloseTo(-1, 8);
  });
});

describe('linear systems', () => {
  it('solves what it was given', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 16, maxLength: 16 }),
        (entries) => {
          const a = Float64Array.from(entries, (x, i) => (i % 5 === 0 ? x + 5 : x));
          const solution = [1, -2, 3, 0.5];
          const b = Float64Array.from(solution, (_, i) =>
            solution.reduce((sum, x, j) => sum + a[i * 4 + j]! * x, 0),
          );
          expect(solveInPlace(a, b)).toBe(true);
          solution.forEach((x, i) => expect(b[i]).toBeCloseTo(x, 10));
        },
      ),
    );
  });

  it('says so when the matrix is singular', () => {
    expect(solveInPlace(Float64Array.of(1, 2, 2, 4), Float64Array.of(1, 2))).toBe(false);
  });

  it('refuses dependent columns in least squares', () => {
    expect(leastSquares([1, 2, 2, 4, 3, 6], [1, 2, 3], 2)).toBeNull();
  });
});

describe('monotone cubic interpolation', () => {
  const x = Float64Array.of(0, 1, 2.5, 3, 6);
  const y = Float64Array.of(0, 0.2, 3, 3.1, 9);
  const curve = new MonotoneCubic(x, y);

  it('passes through its points', () => {
    x.forEach((at, i) => expect(curve.value(at)).toBeCloseTo(y[i]!, 13));
  });

  it('never turns back where the data rise', () => {
    for (let at = 0; at < 6; at += 0.01) expect(curve.slope(at)).toBeGreaterThanOrEqual(0);
  });

  it('has slope and area that belong to its value', () => {
    for (const at of [0.3, 1.7, 2.8, 5.1]) {
      const h = 1e-5;
      expect((curve.value(at + h) - curve.value(at - h)) / (2 * h)).toBeCloseTo(curve.slope(at), 5);
      expect((curve.area(at + h) - curve.area(at - h)) / (2 * h)).toBeCloseTo(curve.value(at), 5);
    }
  });
});

describe('roots and differential equations', () => {
  it('finds a root to the tolerance asked', () => {
    expect(findRoot((t) => Math.cos(t) - t, 0, 1, 1e-13)).toBeCloseTo(0.7390851332151607, 12);
  });

  it('answers NaN when the ends do not enclose a root', () => {
    expect(findRoot((t) => t * t + 1, -1, 1, 1e-9)).toBeNaN();
  });

  it('follows a decay and an oscillation to its tolerance', () => {
    const { y, status } = integrateOde((_t, [p, v]) => [v!, -p!], [1, 0], 0, 10, {
      scale: [1, 1],
    });
    expect(status).toBe('ok');
    expect(y[0]).toBeCloseTo(Math.cos(10), 7);
  });

  it('stops at an edge beyond which the equation means nothing, after a few steps', () => {
    // y = (1 − t/2)² until t = 2; then the root of what rounding leaves below zero.
    let asked = 0;
    const fall = (_t: number, [y]: readonly number[]) => (asked++, [-Math.sqrt(y!)]);
    const { y, t, status } = integrateOde(fall, [1], 0, 3, { scale: [1] });
    expect(status).toBe('stalled');
    expect(t).toBeGreaterThan(1.99);
    expect(t).toBeLessThan(2.01);
    expect(Math.abs(y[0]!)).toBeLessThan(1e-4);
    expect(asked).toBeLessThan(5_000);
  });

  it('is as exact for nanometres as for metres', () => {
    for (const size of [1, 1e-9]) {
      const { y } = integrateOde((_t, [p, v]) => [v!, -p!], [size, 0], 0, 10, {
        scale: [size, size],
      });
      expect(y[0]! / size).toBeCloseTo(Math.cos(10), 7);
    }
  });
});

describe('Student’s t and the normal distribution', () => {
  // Closed forms for one, two and four degrees of freedom (Johnson, Kotz and Balakrishnan,
  // Continuous Univariate Distributions 2, ch. 28; from memory, and easily differentiated).
  it.each([
    [1, (t: number) => 0.5 + Math.atan(t) / Math.PI],
    [2, (t: number) => 0.5 + t / (2 * Math.sqrt(2 + t * t))],
    [
      4,
      (t: number) => {
        const s = t / Math.sqrt(4 + t * t);
        return 0.5 + (3 / 4) * (s - s ** 3 / 3);
      },
    ],
  ])('agrees with the closed form for %i degrees of freedom, and inverts it', (nu, closed) => {
    for (const t of [-30, -3, -0.4, -1e-5, 0, 1e-3, 0.7, 2.1, 6, 50]) {
      expect(Math.abs(studentTCdf(t, nu) - closed(t))).toBeLessThan(1e-12);
      expect(studentTQuantile(closed(t), nu) / (t || 1)).toBeCloseTo(t === 0 ? 0 : 1, 10);
    }
  });

  it('has no quantile of what is no probability', () => {
    for (const [p, nu] of [
      [0, 3],
      [1, 3],
      [-0.1, 3],
      [0.5, 0],
      [NaN, 3],
    ] as const) {
      expect(studentTQuantile(p, nu)).toBeNaN();
    }
  });

  // Source: NIST/SEMATECH e-Handbook, §1.3.6.7.2, critical values of t (from memory).
  it.each([
    [0.975, 1, 12.706],
    [0.975, 10, 2.228],
    [0.95, 5, 2.015],
    [0.975, 100, 1.984],
  ])('has the tabulated quantile %f with %i degrees of freedom', (p, nu, t) => {
    expect(studentTQuantile(p, nu)).toBeCloseTo(t, 3);
  });

  // Source: Abramowitz & Stegun, table 26.1 (value from memory).
  it('has Φ(1.96) = 0.9750021', () => {
    expect(normalCdf(1.96)).toBeCloseTo(0.9750021, 6);
    expect(normalCdf(-1.96)).toBeCloseTo(0.0249979, 6);
  });

  // Φ(x) = ½ + φ(x)(x + x³/3 + x⁵/15 + …), Abramowitz & Stegun 26.2.11 (from memory).
  it('follows its series to the last digits, where it was 1e-7 off by hand', () => {
    for (const x of [-2.5, -1, -0.1, 0, 0.3, 1.7, 3]) {
      let term = x;
      let sum = x;
      for (let k = 1; k < 80; k++) sum += term *= (x * x) / (2 * k + 1);
      const density = Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
      expect(Math.abs(normalCdf(x) - (0.5 + density * sum))).toBeLessThan(1e-14);
    }
  });
});

describe('the seeded source of chance', () => {
  it('repeats itself and fills the unit interval evenly', () => {
    const a = seededRandom(7);
    const b = seededRandom(7);
    const draws = Array.from({ length: 4000 }, a);
    expect(draws.slice(0, 5)).toEqual(Array.from({ length: 5 }, b));
    expect(draws.reduce((sum, x) => sum + x, 0) / 4000).toBeCloseTo(0.5, 1);
    expect(Math.min(...draws)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...draws)).toBeLessThan(1);
  });
});

import { describe, expect, it } from 'vitest';
import { NORRIS } from '../../../reference/nist-strd.js';
import { normalFrom, seededRandom } from '../../numerics/index.js';
import { type CURVE_IDS, fitCurve, summarise, type Reading } from './index.js';

const at = (x: number, y: number, more: Partial<Reading> = {}): Reading => ({
  x,
  y,
  level: x,
  group: 0,
  ...more,
});
const fitted = (
  id: (typeof CURVE_IDS)[number],
  readings: readonly Reading[],
  scales?: readonly number[],
) => fitCurve(id, readings, scales)!;

describe('a shape through readings', () => {
  it('is the straight line that it was, with NIST’s digits', () => {
    const readings = NORRIS.x.map((x, i) => at(x, NORRIS.y[i]!));
    const line = fitted('line', readings);
    const [intercept, slope] = line.coefficients as [number, number];
    expect(Math.abs(slope / NORRIS.slope - 1)).toBeLessThan(1e-9);
    expect(Math.abs(intercept / NORRIS.intercept - 1)).toBeLessThan(1e-9);
    expect(Math.abs(line.standardErrors[1]! / NORRIS.slopeError - 1)).toBeLessThan(1e-9);
    expect(Math.abs(line.residualDeviation / NORRIS.residualDeviation - 1)).toBeLessThan(1e-9);
    expect(Math.abs(line.rSquared / NORRIS.rSquared - 1)).toBeLessThan(1e-9);
    // Source: Student's t at 0.975 and 34 degrees of freedom, 2.0322 (any table).
    expect(line.degreesOfFreedom).toBe(34);
    expect(line.intervals95[1]! / line.standardErrors[1]!).toBeCloseTo(2.0322, 4);
    // At nought the line is as unsure as its intercept; a further point by its own scatter more.
    const atZero = line.intervalAt(0);
    expect(atZero.line / line.standardErrors[0]!).toBeCloseTo(2.0322, 4);
    expect(atZero.point ** 2 - atZero.line ** 2).toBeCloseTo(
      (2.032245 * line.residualDeviation) ** 2,
      4,
    );
    // At the centre only the height of the line is uncertain: s/√n.
    const centre = NORRIS.x.reduce((sum, x) => sum + x, 0) / 36;
    expect(line.intervalAt(centre).line).toBeCloseTo(
      (2.032245 * line.residualDeviation) / Math.sqrt(36),
      5,
    );
  });

  it('has the likelihood and the criterion that follow from the residuals', () => {
    // By hand: residuals ±1 about 2 x; RSS 4, n 4: −2 ln L = 4 (ln(2π) + 1), K = 2, AICc + 4·2·… .
    const readings = [at(1, 3), at(1, 1), at(2, 5), at(2, 3)];
    const line = fitted('proportional', readings);
    expect(line.coefficients[0]).toBeCloseTo(2, 12);
    expect(line.logLikelihood).toBeCloseTo(-2 * (Math.log(2 * Math.PI) + 1), 10);
    expect(line.aicc).toBeCloseTo(4 - 2 * line.logLikelihood + 12 / 1, 10);
    expect(line.residualDeviation).toBeCloseTo(Math.sqrt(4 / 3), 12);
  });

  it.each([
    ['none', [5], () => 5],
    ['proportional', [0.3], (x: number) => 0.3 * x],
    ['line', [2, 0.3], (x: number) => 2 + 0.3 * x],
    ['power', [2, 0.6], (x: number) => 2 * x ** 0.6],
    ['saturating', [30, 25], (x: number) => (30 * x) / (25 + x)],
  ] as const)('finds “%s” where readings follow it', (id, truth, curve) => {
    const readings = [10, 20, 40, 60].flatMap((x) => [
      at(x, curve(x) + 1e-6),
      at(x, curve(x) - 1e-6),
    ]);
    const fit = fitted(id, readings);
    truth.forEach((value, j) => expect(fit.coefficients[j]).toBeCloseTo(value, 4));
    expect(fit.at(30)).toBeCloseTo(curve(30), 5);
  });

  describe('that levels off', () => {
    const turns = [10, 20, 30, 40, 60];
    const classOf = (seed: number, truth: (x: number) => number): Reading[] => {
      const random = seededRandom(seed);
      return turns.flatMap((x) =>
        Array.from({ length: 6 }, () =>
          at(x, Math.max(0, truth(x) + 0.15 * truth(60) * normalFrom(random))),
        ),
      );
    };
    const seeds = Array.from({ length: 300 }, (_, i) => 7000 + i);

    it('is none or means something, of 300 classes whose truth is proportional', () => {
      let found = 0;
      for (const seed of seeds) {
        const fit = fitCurve(
          'saturating',
          classOf(seed, (x) => 0.4 * x),
        );
        if (!fit) continue;
        found++;
        const [limit, half] = fit.coefficients as [number, number];
        expect(half).toBeGreaterThan(10 / 30);
        expect(half).toBeLessThan(60 * 30);
        expect(limit).toBeGreaterThan(0);
        expect(limit).toBeLessThan(60 * 30);
      }
      // Scatter alone bends half of them down.
      expect(found).toBeGreaterThan(60);
      expect(found).toBeLessThan(240);
    });

    it('is found in nearly every class where it is the truth, and nearly where it is', () => {
      const truth = (x: number): number => (40 * x) / (20 + x);
      const fits = seeds.map((seed) => fitCurve('saturating', classOf(seed, truth)));
      const halves = fits.flatMap((fit) => (fit ? [fit.coefficients[1]!] : []));
      expect(halves.length).toBeGreaterThan(290);
      expect(halves.sort((p, q) => p - q)[halves.length >> 1]! / 20).toBeCloseTo(1, 0);
    });

    it('has the errors that the curve itself gives, though it is fitted in logarithms', () => {
      const readings = classOf(7, (x) => (40 * x) / (20 + x));
      const fit = fitted('saturating', readings);
      const [a, b] = fit.coefficients as [number, number];
      // (JᵀJ)⁻¹ of limit and half-way point, by hand.
      const rows = readings.map(({ x }) => [x / (b + x), (-a * x) / (b + x) ** 2] as const);
      const sum = (f: (row: readonly [number, number]) => number): number =>
        rows.reduce((total, row) => total + f(row), 0);
      const [p, q, r] = [sum(([u]) => u * u), sum(([u, v]) => u * v), sum(([, v]) => v * v)];
      const s = fit.residualDeviation;
      const error = (own: number): number => s * Math.sqrt(own / (p * r - q * q));
      expect(fit.standardErrors[0]! / error(r)).toBeCloseTo(1, 6);
      expect(fit.standardErrors[1]! / error(p)).toBeCloseTo(1, 6);
    });

    it('is none through readings that all are zero', () => {
      expect(
        fitCurve(
          'saturating',
          turns.flatMap((x) => [at(x, 0), at(x, 0)]),
        ),
      ).toBeNull();
    });
  });

  it('of means is the mean of each level, and knows nothing between them', () => {
    const fit = fitted('means', [at(10, 3), at(10, 5), at(20, 9), at(20, 11), at(40, 12)]);
    [4, 10, 12].forEach((mean, j) => expect(fit.coefficients[j]).toBeCloseTo(mean, 12));
    expect(fit.at(20)).toBeCloseTo(10, 12);
    expect(fit.at(15)).toBeNaN();
  });

  it('is told apart by the criterion', () => {
    const random = seededRandom(5);
    const readings = [10, 20, 40, 60].flatMap((x) =>
      Array.from({ length: 6 }, () => at(x, (40 * x) / (20 + x) + 0.5 * normalFrom(random))),
    );
    const by = (id: (typeof CURVE_IDS)[number]): number => fitted(id, readings).aicc;
    for (const other of ['none', 'proportional', 'line', 'power', 'means'] as const) {
      expect(by('saturating')).toBeLessThan(by(other));
    }
  });

  it('weighs readings by how far they scatter', () => {
    // The second reading is ten times less sure: mean (1·100 + 3·1)/101.
    const fit = fitted('none', [at(1, 1), at(1, 3), at(1, 1)], [1, 10, 1]);
    expect(fit.coefficients[0]).toBeCloseTo((1 + 0.03 + 1) / 2.01, 12);
  });

  it('is none where readings do not define it', () => {
    expect(fitCurve('line', [at(1, 1), at(2, 2)])).toBeNull();
    expect(fitCurve('line', [at(1, 1), at(1, 2), at(1, 3)])).toBeNull();
    expect(fitCurve('power', [at(0, 1), at(1, 2), at(2, 3)])).toBeNull();
    expect(fitCurve('line', [at(NaN, 1), at(NaN, 2), at(NaN, 3)])).toBeNull();
  });
});

describe('readings known only in part', () => {
  it('that all lie exactly somewhere are as if they were exact', () => {
    const exact = [at(1, 1), at(2, 4), at(3, 5), at(4, 8)];
    const narrow = exact.map((one) => ({
      ...one,
      between: [one.y - 1e-4, one.y + 1e-4] as const,
    }));
    const [plain, hidden] = [fitted('line', exact), fitted('line', narrow)];
    hidden.coefficients.forEach((b, j) => expect(b).toBeCloseTo(plain.coefficients[j]!, 3));
    hidden.standardErrors.forEach((e, j) => expect(e / plain.standardErrors[j]!).toBeCloseTo(1, 2));
  });

  // Where the likelihood is greatest its slopes in mean and scatter vanish (Cohen, Technometrics 1, 217
  // (1959)); Φ by another way than in what is checked.
  it('have the mean of greatest likelihood: both its equations hold', () => {
    const readings = [3, 4, 4, 5, 6, 7, 7, 8].map((y) => at(1, y));
    const full = Array.from({ length: 4 }, () => at(1, 8, { rightCensored: true }));
    const fit = fitted('none', [...readings, ...full]);
    const mu = fit.coefficients[0]!;
    const sigma = fit.residualDeviation * Math.sqrt(11 / 12);
    const alpha = (8 - mu) / sigma;
    const hazard = Math.exp(-0.5 * alpha ** 2) / Math.sqrt(2 * Math.PI) / (1 - cumulative(alpha));
    const pull = readings.reduce((sum, { y }) => sum + (y - mu) / sigma, 0) + 4 * hazard;
    expect(pull).toBeCloseTo(0, 5);
    const stretch =
      readings.reduce((sum, { y }) => sum + ((y - mu) / sigma) ** 2 - 1, 0) + 4 * alpha * hazard;
    expect(stretch).toBeCloseTo(0, 5);
    expect(mu).toBeGreaterThan(summarise([...readings, ...full].map(({ y }) => y))!.mean);
  });

  it('do not pull a line down as they would if they were taken for what they say', () => {
    const random = seededRandom(8);
    const ceiling = 25;
    const readings = [20, 40, 60, 80].flatMap((x) =>
      Array.from({ length: 12 }, () => {
        const y = 2 + 0.35 * x + 1.5 * normalFrom(random);
        return y >= ceiling ? at(x, ceiling, { rightCensored: true }) : at(x, y);
      }),
    );
    const slope = fitted('line', readings).coefficients[1]!;
    const naive = fitted(
      'line',
      readings.map(({ x, y }) => at(x, y)),
    ).coefficients[1]!;
    expect(slope).toBeCloseTo(0.35, 1);
    expect(Math.abs(slope - 0.35)).toBeLessThan(0.5 * Math.abs(naive - 0.35));
  });
});

/** Φ by Simpson's rule, apart from the library that is used in what is checked. */
function cumulative(z: number): number {
  const n = 4000;
  const h = (z + 10) / n;
  let sum = 0;
  for (let i = 0; i <= n; i++) {
    const weight = i === 0 || i === n ? 1 : i % 2 === 1 ? 4 : 2;
    sum += weight * Math.exp(-0.5 * (-10 + i * h) ** 2);
  }
  return (sum * h) / 3 / Math.sqrt(2 * Math.PI);
}

describe('every interval that is shown', () => {
  /** Share of classes in which an interval holds what it says it holds. */
  function coverage(
    make: (random: () => number) => Reading[],
    holds: (readings: Reading[], random: () => number) => boolean | null,
    seed: number,
  ): number {
    const random = seededRandom(seed);
    const normal = (): number => normalFrom(random);
    let [held, asked] = [0, 0];
    for (let c = 0; c < 1500; c++) {
      const found = holds(make(normal), normal);
      if (found === null) continue;
      asked++;
      if (found) held++;
    }
    return held / asked;
  }
  const levels = [10, 20, 40, 60];
  const plain = (truth: (x: number) => number, scatter: number) => (normal: () => number) =>
    levels.flatMap((x) => [1, 2, 3].map(() => at(x, truth(x) + scatter * normal())));

  it.each([
    ['line', (x: number) => 2 + 0.3 * x, 1],
    ['proportional', (x: number) => 0.3 * x, 1],
    ['power', (x: number) => 2 * x ** 0.6, 1],
    ['saturating', (x: number) => (40 * x) / (40 + x), 1],
  ] as const)(
    'of “%s” and of a further reading holds it 93 to 97 times in a hundred',
    (id, truth, scatter) => {
      const curve = coverage(
        plain(truth, scatter),
        (readings) => {
          const fit = fitCurve(id, readings);
          return fit && Math.abs(fit.at(30) - truth(30)) < fit.intervalAt(30).line;
        },
        41,
      );
      const point = coverage(
        plain(truth, scatter),
        (readings, normal) => {
          const fit = fitCurve(id, readings);
          const next = truth(30) + scatter * normal();
          return fit && Math.abs(fit.at(30) - next) < fit.intervalAt(30).point;
        },
        42,
      );
      for (const share of [curve, point]) {
        expect(share).toBeGreaterThan(0.93);
        expect(share).toBeLessThan(0.97);
      }
    },
  );

  it('with a tray that runs out holds the line 93 to 97 times in a hundred', () => {
    const truth = (x: number): number => 2 + 0.4 * x;
    const share = coverage(
      (normal) =>
        levels.flatMap((x) =>
          Array.from({ length: 5 }, () => {
            const y = truth(x) + 1.5 * normal();
            return y >= 26 ? at(x, 26, { rightCensored: true }) : at(x, y);
          }),
        ),
      (readings) => {
        const fit = fitCurve('line', readings);
        return fit && Math.abs(fit.coefficients[1]! - 0.4) < fit.standardErrors[1]! * 2.1;
      },
      43,
    );
    expect(share).toBeGreaterThan(0.93);
    expect(share).toBeLessThan(0.97);
  });
});

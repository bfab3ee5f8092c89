import { chiSquaredCdf, goldenSectionSearch } from '../../numerics/index.js';
import type { FittedCurve } from './curves.js';
import type { Reading } from './reading.js';

/** Φ⁻¹(0.975). */
const NORMAL_975 = 1.959963984540054;

/** How yes follows the factor: P = 1 / (1 + e^−(a + b x)). */
export interface YesNo {
  readonly curve: FittedCurve;
  /** Where half are yes, with the ends of its 95 % interval; null where it is not shown to change. */
  readonly ec50: { readonly x: number; readonly low: number; readonly high: number } | null;
  /** Chance of as much a change, if nothing changed. */
  readonly p: number;
}

/** Ends of the 95 % interval of a share. Source: Wilson, J. Am. Stat. Assoc. 22, 209 (1927). */
export function shareInterval(yes: number, n: number): [low: number, high: number] {
  const z2 = NORMAL_975 ** 2;
  const middle = (yes + z2 / 2) / (n + z2);
  const half = (NORMAL_975 / (n + z2)) * Math.sqrt(Math.max(0, (yes * (n - yes)) / n + z2 / 4));
  return [Math.max(0, middle - half), Math.min(1, middle + half)];
}

/**
 * Lays a logistic curve through readings of yes (1) and no (0).
 * @param penalised keeps it finite where all no lie before all yes, as they do in small classes.
 * @returns null with fewer than two levels.
 * Sources: logistic regression, McCullagh & Nelder, Generalized Linear Models, 2nd ed., ch. 4; the
 * penalty, Firth, Biometrika 80, 27 (1993), and its test, Heinze & Schemper, Statistics in Medicine
 * 21, 2409 (2002); where half are yes, Fieller, J. R. Stat. Soc. B 16, 175 (1954).
 */
export function fitLogistic(readings: readonly Reading[], penalised = true): YesNo | null {
  const xs = readings.map(({ x }) => x);
  if (!xs.every(Number.isFinite) || new Set(xs).size < 2) return null;
  // About the middle and in their own spread: the steps are then of one size.
  const mean = xs.reduce((sum, x) => sum + x, 0) / xs.length;
  const spread = Math.sqrt(xs.reduce((sum, x) => sum + (x - mean) ** 2, 0) / xs.length);
  const cells = cellsOf(readings.map(({ x, y }) => ({ z: (x - mean) / spread, yes: y })));
  const [a, b] = newtonRaphson(cells, penalised);
  const found = at(cells, a, b);
  const flat = goldenSectionSearch((one) => -penalty(at(cells, one, 0), penalised), -12, 12, 1e-9);
  const gained = penalty(found, penalised) - penalty(at(cells, flat, 0), penalised);
  const p = 1 - chiSquaredCdf(Math.max(0, 2 * gained), 1);
  // Back to the factor's own unit.
  const slope = b / spread;
  const intercept = a - slope * mean;
  const [v0, v01, v1] = inverse(found.information);
  const vb = v1 / spread ** 2;
  const vab = v01 / spread - mean * vb;
  const va = v0 - (2 * mean * v01) / spread + mean ** 2 * vb;
  const n = readings.length;
  const share = (x: number): number => 1 / (1 + Math.exp(-(intercept + slope * x)));
  const errors = [Math.sqrt(va), Math.sqrt(vb)];
  const curve: FittedCurve = {
    id: 'logistic',
    n,
    names: ['intercept', 'slope'],
    coefficients: [intercept, slope],
    standardErrors: errors,
    intervals95: errors.map((error) => NORMAL_975 * error),
    degreesOfFreedom: n - 2,
    residualDeviation: NaN,
    rSquared: NaN,
    logLikelihood: found.logLikelihood,
    aicc: n > 3 ? 4 - 2 * found.logLikelihood + 12 / (n - 3) : Infinity,
    at: share,
    intervalAt: (x) => {
      const half = NORMAL_975 * Math.sqrt(va + 2 * x * vab + x ** 2 * vb);
      const there = intercept + slope * x;
      const of = (t: number): number => 1 / (1 + Math.exp(-t));
      // On the scale of shares it is lopsided: half of its whole width.
      return { line: (of(there + half) - of(there - half)) / 2, point: NaN };
    },
    rangeAt: () => ({ low: 0, high: 1 }),
  };
  return { curve, p, ec50: p < 0.05 ? halfOf(intercept, slope, [va, vab, vb]) : null };
}

/** No change at all: one share for every level, to be held against the curve. */
export function fitShare(readings: readonly Reading[]): FittedCurve {
  const n = readings.length;
  const yes = readings.reduce((sum, { y }) => sum + y, 0);
  const share = yes / n;
  const log = (part: number, whole: number): number => (part > 0 ? part * Math.log(whole) : 0);
  const logLikelihood = log(yes, share) + log(n - yes, 1 - share);
  const error = Math.sqrt((share * (1 - share)) / n);
  const [low, high] = shareInterval(yes, n);
  return {
    id: 'none',
    n,
    names: ['level'],
    coefficients: [share],
    standardErrors: [error],
    intervals95: [(high - low) / 2],
    degreesOfFreedom: n - 1,
    residualDeviation: NaN,
    rSquared: NaN,
    logLikelihood,
    aicc: n > 2 ? 2 - 2 * logLikelihood + 4 / (n - 2) : Infinity,
    at: () => share,
    intervalAt: () => ({ line: (high - low) / 2, point: NaN }),
    rangeAt: () => ({ low: 0, high: 1 }),
  };
}

interface Cell {
  readonly z: number;
  readonly n: number;
  readonly yes: number;
}

function cellsOf(readings: readonly { readonly z: number; readonly yes: number }[]): Cell[] {
  const cells = new Map<number, { n: number; yes: number }>();
  for (const { z, yes } of readings) {
    const cell = cells.get(z) ?? { n: 0, yes: 0 };
    cell.n += 1;
    cell.yes += yes;
    cells.set(z, cell);
  }
  return [...cells].map(([z, cell]) => ({ z, ...cell }));
}

type Information = readonly [aa: number, ab: number, bb: number];

interface Place {
  readonly logLikelihood: number;
  readonly information: Information;
}

function at(cells: readonly Cell[], a: number, b: number): Place {
  let logLikelihood = 0;
  let [aa, ab, bb] = [0, 0, 0];
  for (const { z, n, yes } of cells) {
    const t = a + b * z;
    // log(1 + e^t) without overflow.
    const soft = Math.max(t, 0) + Math.log1p(Math.exp(-Math.abs(t)));
    logLikelihood += yes * t - n * soft;
    const p = 1 / (1 + Math.exp(-t));
    const w = n * p * (1 - p);
    aa += w;
    ab += w * z;
    bb += w * z * z;
  }
  return { logLikelihood, information: [aa, ab, bb] };
}

const determinant = ([aa, ab, bb]: Information): number => aa * bb - ab * ab;

function inverse(information: Information): [number, number, number] {
  const det = determinant(information);
  const [aa, ab, bb] = information;
  return [bb / det, -ab / det, aa / det];
}

const penalty = ({ logLikelihood, information }: Place, penalised: boolean): number =>
  logLikelihood + (penalised ? 0.5 * Math.log(Math.max(determinant(information), 1e-300)) : 0);

/** Newton's method on the (penalised) score, halved where it would climb too far. */
function newtonRaphson(cells: readonly Cell[], penalised: boolean): [number, number] {
  let [a, b] = [0, 0];
  for (let step = 0; step < 100; step++) {
    const place = at(cells, a, b);
    const [v0, v01, v1] = inverse(place.information);
    let [sa, sb] = [0, 0];
    for (const { z, n, yes } of cells) {
      const p = 1 / (1 + Math.exp(-(a + b * z)));
      const w = p * (1 - p);
      const leverage = penalised ? n * w * (v0 + 2 * z * v01 + z * z * v1) : 0;
      const score = yes - n * p + leverage * (0.5 - p);
      sa += score;
      sb += score * z;
    }
    let [da, db] = [v0 * sa + v01 * sb, v01 * sa + v1 * sb];
    const here = penalty(place, penalised);
    for (let half = 0; half < 30 && penalty(at(cells, a + da, b + db), penalised) < here; half++) {
      [da, db] = [da / 2, db / 2];
    }
    [a, b] = [a + da, b + db];
    if (Math.hypot(da, db) < 1e-10) break;
  }
  return [a, b];
}

/** Where half are yes, with its interval; none where the interval would reach everywhere. */
function halfOf(intercept: number, slope: number, [va, vab, vb]: Information): YesNo['ec50'] {
  const z2 = NORMAL_975 ** 2;
  // (a + b x)² ≤ z² (Vaa + 2 x Vab + x² Vbb), as A x² + 2 B x + C ≤ 0.
  const A = slope ** 2 - z2 * vb;
  const B = intercept * slope - z2 * vab;
  const C = intercept ** 2 - z2 * va;
  const root = B * B - A * C;
  if (!(A > 0) || !(root >= 0)) return null;
  const x = -intercept / slope;
  return { x, low: (-B - Math.sqrt(root)) / A, high: (-B + Math.sqrt(root)) / A };
}

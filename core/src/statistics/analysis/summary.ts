import { studentTQuantile } from '../../numerics/index.js';

/** Summary of repeated readings. */
export interface Summary {
  readonly n: number;
  readonly mean: number;
  /** Sample standard deviation (n − 1); NaN for one reading. */
  readonly deviation: number;
  /** Standard error of the mean. */
  readonly standardError: number;
  /** Half width of the 95 % t interval of the mean. */
  readonly interval95: number;
  readonly least: number;
  readonly greatest: number;
  /** Of yes and no: the share's own 95 % interval, which is lopsided. */
  readonly share?: readonly [low: number, high: number];
}

/** @returns null for no readings. Source: any textbook; t interval as in NIST/SEMATECH §7.2.2.1. */
export function summarise(values: readonly number[]): Summary | null {
  const n = values.length;
  if (n === 0) return null;
  const mean = values.reduce((sum, x) => sum + x, 0) / n;
  const deviation =
    n > 1 ? Math.sqrt(values.reduce((sum, x) => sum + (x - mean) ** 2, 0) / (n - 1)) : NaN;
  const standardError = deviation / Math.sqrt(n);
  return {
    n,
    mean,
    deviation,
    standardError,
    interval95: n > 1 ? studentTQuantile(0.975, n - 1) * standardError : NaN,
    least: Math.min(...values),
    greatest: Math.max(...values),
  };
}

/** Beyond this a modified Z-score is called an outlier. */
const FAR = 3.5;
/** Median absolute deviation to standard deviation of normal data: the third quartile of a standard normal. */
const NORMAL = 0.6745;
/** The same for the mean absolute deviation about the median, √(2/π). */
const NORMAL_MEAN = 0.7979;
/** Among fewer nothing is unusual yet. */
const LEAST = 5;

/**
 * Which readings are outliers, by the modified Z-score 0.6745 (x − median)/MAD beyond 3.5. Where
 * more than half are equal, so that MAD is zero, the mean absolute deviation is used instead.
 * Source: B. Iglewicz and D. C. Hoaglin, How to Detect and Handle Outliers (1993), as given in the
 * NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.5.17.
 * @param values finite; with fewer than five there are no outliers.
 * @param resolution what one step of the reading is: less than two steps from the median is never far.
 * @returns true for each outlier, in the same order.
 */
export function isOutlier(values: readonly number[], resolution: number): boolean[] {
  if (values.length < LEAST) return values.map(() => false);
  const middle = median(values);
  const away = values.map((value) => Math.abs(value - middle));
  const mad = median(away) / NORMAL;
  const scale = mad > 0 ? mad : away.reduce((sum, d) => sum + d, 0) / away.length / NORMAL_MEAN;
  return away.map((d) => scale > 0 && d > FAR * scale && d >= 2 * resolution);
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((p, q) => p - q);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}

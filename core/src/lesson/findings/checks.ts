import { analyse, type OrderedReading } from '../../statistics/index.js';

/** A level at which the curve through the others was checked, SI. */
export interface CheckFinding {
  /** Position of the level in the plan. */
  readonly level: number;
  readonly n: number;
  readonly mean: number;
  /** What the curve through the other levels foretold for the mean of so many trials, 19 of 20. */
  readonly foretold: number;
  readonly low: number;
  readonly high: number;
}

/**
 * Levels that check the others: the curve is laid through the readings of all that are no checks,
 * the straight line where it cannot be told from the best, and held against the mean there.
 * @param checks positions of the levels that check.
 */
export function checksOf(
  readings: readonly OrderedReading[],
  checks: readonly number[],
  graded: boolean,
): CheckFinding[] {
  const others = readings.filter(({ level }) => !checks.includes(level));
  if (!graded || checks.length === 0 || others.length === 0) return [];
  const { curves, equallySupported, line, scatter, levels } = analyse(others, true);
  const best = curves.find(({ curve }) => curve.id !== 'means')?.curve;
  const curve = equallySupported.includes('line') ? line : (best ?? line);
  if (!curve) return [];
  const most = Math.max(...levels.map(({ summary }) => summary.mean));
  return checks.flatMap((level): CheckFinding[] => {
    const own = readings.filter((one) => one.level === level);
    if (own.length === 0) return [];
    const { x } = own[0]!;
    const foretold = curve.at(x);
    const scale = scatter === 'even' ? 1 : Math.max(foretold / most, 0.1);
    const { line: curveHalf, point } = curve.intervalAt(x, scale);
    const trial = point ** 2 - curveHalf ** 2;
    const half = Math.sqrt(curveHalf ** 2 + trial / own.length);
    const mean = own.reduce((sum, { y }) => sum + y, 0) / own.length;
    return [{ level, n: own.length, mean, foretold, low: foretold - half, high: foretold + half }];
  });
}

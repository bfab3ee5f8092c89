import { MAX_DELTA_AICC, type Analysis } from './analysis.js';
import type { CurveId } from './curves.js';

/**
 * Shapes that no line of readings tells from the best one for all of them, the best first. Each line
 * has its own curve of the shape; what speaks against a shape adds up over the lines, as they are read
 * independently of each other.
 * Source: the criterion of independent data is the sum, Burnham & Anderson, 2nd ed., §2.2.
 */
export function equallySupportedInAll(lines: readonly Pick<Analysis, 'curves'>[]): CurveId[] {
  const some = lines.filter(({ curves }) => curves.length > 0);
  const [first, ...others] = some;
  if (!first) return [];
  const behindIn = ({ curves }: Pick<Analysis, 'curves'>, id: CurveId): number =>
    curves.find(({ curve }) => curve.id === id)?.behind ?? Infinity;
  const sums = first.curves.map(({ curve: { id }, behind }) => ({
    id,
    sum: others.reduce((sum, line) => sum + behindIn(line, id), behind),
  }));
  const sorted = sums.filter(({ sum }) => sum < Infinity).sort((p, q) => p.sum - q.sum);
  return sorted.filter(({ sum }) => sum - sorted[0]!.sum < MAX_DELTA_AICC).map(({ id }) => id);
}

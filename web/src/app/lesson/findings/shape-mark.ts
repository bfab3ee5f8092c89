import type { CurveId } from '@nab/core/statistics';
import { listText } from '@nab/words/terms';

/** What fits one line of readings best. */
export interface BestOfLine {
  readonly name: string;
  readonly best: CurveId | undefined;
}

/**
 * What is said at a shape: best for all lines, best for some of them by name, or as good.
 * @param supported shapes that fit about as well on every line, the best first.
 */
export function shapeMark(
  id: CurveId,
  supported: readonly CurveId[],
  lines: readonly BestOfLine[],
): string {
  const own = lines.filter(({ best }) => best === id).map(({ name }) => name);
  if (own.length > 0 && own.length < lines.length) return ` (best for ${listText(own)})`;
  if (own.length > 0 || (lines.length < 2 && supported[0] === id)) return ' (best)';
  return supported.includes(id) ? ' (as good)' : '';
}

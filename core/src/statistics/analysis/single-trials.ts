/**
 * How often single trials mislead: the share of pairs, one trial of each of two neighbouring levels,
 * that tie or come out in the opposite order to the means of their levels.
 * @param levels readings of each level, in the order of the levels.
 * @returns null where no two neighbours have different means.
 * Source: the two-sample U of Mann & Whitney, Ann. Math. Stat. 18, 50 (1947), over n m.
 */
export function singleTrialsMislead(levels: readonly (readonly number[])[]): number | null {
  let [misled, pairs] = [0, 0];
  levels.slice(1).forEach((second, i) => {
    const first = levels[i]!;
    const way = Math.sign(mean(second) - mean(first));
    if (!(Math.abs(way) > 0)) return;
    const [less, more] = way > 0 ? [first, second] : [second, first];
    pairs += less.length * more.length;
    misled += notAbove(less, more);
  });
  return pairs === 0 ? null : misled / pairs;
}

/** Pairs in which the second is not above the first. */
function notAbove(first: readonly number[], second: readonly number[]): number {
  const sorted = [...first].sort((p, q) => p - q);
  const others = [...second].sort((p, q) => p - q);
  let [below, sum] = [0, 0];
  for (const value of others) {
    while (below < sorted.length && sorted[below]! < value) below++;
    sum += sorted.length - below;
  }
  return sum;
}

const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

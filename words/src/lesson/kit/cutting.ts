/** Something that wire is cut from: a reel, or an offcut. */
export interface Reel {
  readonly name: string;
  /** Wire on it, m. */
  readonly length: number;
}

/** What is cut from one reel, m. */
export interface Cut {
  readonly reel: Reel;
  readonly pieces: readonly number[];
  readonly left: number;
}

/**
 * Which piece is cut from which reel: the longest first, each from the shortest reel that still has
 * it, so that offcuts are used up and the long reel stays long (best fit, decreasing). What fits on
 * none is missing.
 */
export function cutting(
  pieces: readonly number[],
  reels: readonly Reel[],
): { readonly cuts: readonly Cut[]; readonly missing: readonly number[] } {
  const rolls = reels.map((reel) => ({ reel, left: reel.length, pieces: [] as number[] }));
  const missing: number[] = [];
  for (const piece of [...pieces].sort((p, q) => q - p)) {
    const fitting = rolls.filter(({ left }) => left >= piece);
    if (fitting.length === 0) missing.push(piece);
    else {
      const roll = fitting.reduce((p, q) => (q.left < p.left ? q : p));
      roll.left -= piece;
      roll.pieces.push(piece);
    }
  }
  return { cuts: rolls.filter((roll) => roll.pieces.length > 0), missing };
}

import type { Findings } from '@nab/core/lesson';

/**
 * Groups by how much they lifted compared with the others at the same levels, the most first: the mean over
 * a group's trials of the reading over its level's mean. A group without trials comes last.
 */
export function ranked<T extends { readonly id: string }>(
  groups: readonly T[],
  { points, levels }: Pick<Findings, 'points' | 'levels'>,
): T[] {
  const meanAt = (levelId: string, seriesId: string | null): number =>
    levels.find((one) => one.levelId === levelId && one.seriesId === seriesId)?.summary?.mean ??
    NaN;
  const score = ({ id }: T): number => {
    const shares = points
      .filter(({ groupId }) => groupId === id)
      .map(({ levelId, seriesId, y }) => y / meanAt(levelId, seriesId))
      .filter(Number.isFinite);
    return shares.length === 0 ? -1 : shares.reduce((sum, share) => sum + share, 0) / shares.length;
  };
  return [...groups].sort((p, q) => score(q) - score(p));
}

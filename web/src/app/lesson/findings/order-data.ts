import type { Plan } from '@nab/contract/lesson';
import { measureOf, type Findings } from '@nab/core/lesson';
import { inUnitOf } from '@nab/words/lesson';

/** A trial in its group's order: how far it lies from the mean of its level, in the axis' unit. */
export interface OrderedPoint {
  readonly order: number;
  readonly away: number;
  /** Index of its group in the plan. */
  readonly group: number;
  readonly label: string;
}

/** Every trial in the order in which its group made it, less the mean of its level and line. */
export function orderedPoints(plan: Plan, { points, levels }: Findings): OrderedPoint[] {
  const scale = inUnitOf(measureOf(plan.measure));
  const keyOf = (one: { levelId: string; seriesId: string | null }): string =>
    `${one.levelId} ${one.seriesId ?? ''}`;
  const means = new Map(levels.map((level) => [keyOf(level), level.summary?.mean]));
  const made = new Map<string, number>();
  return points.flatMap((point): OrderedPoint[] => {
    const order = (made.get(point.groupId) ?? 0) + 1;
    made.set(point.groupId, order);
    const mean = means.get(keyOf(point));
    const group = plan.groups.findIndex(({ id }) => id === point.groupId);
    if (mean === undefined || !Number.isFinite(point.y) || group < 0) return [];
    const away = scale(point.y - mean);
    const by = `${Math.abs(away).toFixed(1)} ${away < 0 ? 'below' : 'above'}`;
    const label = `${plan.groups[group]!.name}, trial ${order}: ${by} the mean of its level`;
    return [{ order, away, group, label }];
  });
}

import type { Investigation, Plan } from '@nab/contract/lesson';
import { v4 as uuid } from 'uuid';

const LONGEST_TITLE = 120;

/** A plan to be rehearsed: the same lesson for a class that does not exist, with ids of its own. */
export function rehearsedPlan({ plan }: Pick<Investigation, 'plan'>): Plan {
  const fresh = <T extends { readonly id: string }>(items: readonly T[]): T[] =>
    items.map((item) => ({ ...item, id: uuid() }));
  return {
    ...plan,
    title: `Rehearsal: ${plan.title}`.slice(0, LONGEST_TITLE),
    levels: fresh(plan.levels),
    series: plan.series && { ...plan.series, levels: fresh(plan.series.levels) },
    objects: fresh(plan.objects),
    class: { ...plan.class, id: uuid() },
    groups: fresh(plan.groups),
  };
}

import type { Investigation, Plan } from '@nab/contract/lesson';
import { v4 as uuid } from 'uuid';

/** The plan of an investigation to be asked again: the same question and class, nothing run yet. */
export function duplicatePlan({ plan }: Pick<Investigation, 'plan'>): Plan {
  const fresh = <T extends { readonly id: string }>(items: readonly T[]): T[] =>
    items.map((item) => ({ ...item, id: uuid() }));
  return {
    ...plan,
    title: `${plan.title.slice(0, 110)} (again)`,
    levels: fresh(plan.levels),
    series: plan.series && { ...plan.series, levels: fresh(plan.series.levels) },
    objects: fresh(plan.objects),
  };
}

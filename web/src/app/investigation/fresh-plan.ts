import { USUAL_LESSON, type Plan } from '@nab/contract/lesson';
import { usualPaper } from '../platform/region';
import { v4 as uuid } from 'uuid';

/** What a question is begun with; everything else has a usual start. */
export interface PlanBeginning
  extends
    Pick<Plan, 'title' | 'experiment' | 'factor' | 'measure'>,
    Partial<Pick<Plan, 'load' | 'hold' | 'repeats' | 'traySize' | 'class' | 'groups'>> {
  readonly levels: readonly string[];
  readonly series?: { readonly factor: Plan['factor']; readonly levels: readonly string[] };
  readonly objects?: readonly Omit<Plan['objects'][number], 'id'>[];
  /** Groups to name, where none are given. */
  readonly groupCount?: number;
}

/** A plan with ids of its own. */
export function freshPlan(of: PlanBeginning): Plan {
  const levels = (values: readonly string[]) => values.map((value) => ({ id: uuid(), value }));
  return {
    title: of.title,
    experiment: of.experiment,
    factor: of.factor,
    levels: levels(of.levels),
    series: of.series ? { factor: of.series.factor, levels: levels(of.series.levels) } : null,
    measure: of.measure,
    load: of.load ?? null,
    objects: (of.objects ?? []).map((object) => ({ id: uuid(), ...object })),
    hold: of.hold ?? 'nothing',
    class: of.class ?? { id: uuid(), name: 'New class' },
    groups:
      of.groups ??
      Array.from({ length: of.groupCount ?? 3 }, (_, i) => ({
        id: uuid(),
        name: `Group ${i + 1}`,
      })),
    repeats: of.repeats ?? 3,
    traySize: of.traySize ?? 60,
    // A4 needs no word.
    ...(usualPaper() === 'Letter' && { lesson: { ...USUAL_LESSON, paper: 'Letter' } }),
  };
}

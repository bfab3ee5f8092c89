import { plannedFactor, type Plan } from '@nab/contract/lesson';
import { axisNumber, isOrdered } from '@nab/core/lesson';
import type { XAxis } from '../ui/charts';
import type { NamedCase } from './investigation-store';

/** The axis of the factor, and the place of each level on it. */
export function factorAxis(
  plan: Plan,
  cases: readonly NamedCase[],
): { across: XAxis; placeOf: (levelId: string) => number } {
  const { axis, name } = plannedFactor(plan);
  const first = cases.filter(({ seriesId }) => seriesId === (cases[0]?.seriesId ?? null));
  const graded = isOrdered(axis);
  const places = new Map(
    first.map((one, i) => [one.levelId, graded ? axisNumber(axis, one.level) : i]),
  );
  const unit = axis.kind === 'quantity' ? `, ${axis.unit}` : '';
  return {
    across: graded
      ? {
          kind: 'graded',
          label: `${unit ? name.split(',')[0]! : name}${unit}`,
          values: [...places.values()],
          whole: axis.kind === 'number' && axis.whole,
        }
      : { kind: 'kinds', label: name, names: first.map(({ levelName }) => levelName) },
    placeOf: (levelId) => places.get(levelId) ?? NaN,
  };
}

import type { Plan, Prediction } from '@nab/contract/lesson';
import { measureOf } from '@nab/core/lesson';
import { exactText, inUnitOf } from '@nab/words/lesson';
import { factorAxis, type NamedCase } from '../../investigation';
import type { TrialChartData } from '../../ui/charts';

/** The chart of what the groups predict. Nab’s own prediction is left out: it would give the answer away. */
export function predictedChart(
  plan: Plan,
  cases: readonly NamedCase[],
  predictions: readonly Prediction[],
  empty: TrialChartData,
): TrialChartData {
  const measure = measureOf(plan.measure);
  const inUnit = inUnitOf(measure);
  const { placeOf } = factorAxis(plan, cases);
  const lines = [...new Set(cases.map(({ seriesId }) => seriesId))];
  const last = new Map(
    predictions.map((one) => [`${one.groupId} ${one.levelId} ${one.seriesId ?? ''}`, one]),
  );
  return {
    ...empty,
    upLabel: `${empty.upLabel}: what we predict`,
    points: [...last.values()].flatMap(({ groupId, levelId, seriesId, value }) => {
      const group = plan.groups.findIndex(({ id }) => id === groupId);
      const x = placeOf(levelId);
      if (value === null || group < 0 || !Number.isFinite(x)) return [];
      return {
        x,
        y: inUnit(value),
        from: null,
        to: null,
        group,
        series: Math.max(0, lines.indexOf(seriesId)),
        censored: false,
        unusual: false,
        label: `${plan.groups[group]!.name}: ${exactText(measure, value)}`,
      };
    }),
    means: [],
    series: empty.series.map((one) => ({ ...one, curve: [], learnt: null, fit: null })),
  };
}

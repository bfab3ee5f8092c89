import {
  axisUnit,
  experimentsOf,
  FACTOR_IDS,
  factorOf,
  MEASURE_IDS,
  measureOf,
} from '@nab/core/lesson';
import { EXPERIMENT_IDS, EXPERIMENTS } from '@nab/core/experiments';

/** Prints every experiment, factor and measure there is, as JSON on one line. */
export function list(): number {
  const all = {
    experiments: EXPERIMENT_IDS.map((id) => ({ id, name: EXPERIMENTS[id].name })),
    factors: FACTOR_IDS.map((id) => {
      const { name, axis } = factorOf(id);
      return {
        id,
        name,
        axis: axis.kind === 'quantity' ? axis.quantity : axis.kind,
        unit: axisUnit(axis),
        experiments: experimentsOf(id),
        ...(axis.kind === 'kinds' && { levels: Object.keys(axis.options) }),
      };
    }),
    measures: MEASURE_IDS.map((id) => {
      const { name, data, unit, experiments, heldAgainst, needs } = measureOf(id);
      return { id, name, data, unit, experiments, predicted: heldAgainst !== null, needs };
    }),
  };
  process.stdout.write(`${JSON.stringify(all)}\n`);
  return 0;
}

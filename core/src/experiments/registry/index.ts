export { Evaluations } from './evaluations.js';
export {
  evaluateSubject,
  EXPERIMENT_IDS,
  EXPERIMENTS,
  startSubject,
  type ExperimentDesigns,
  type ExperimentId,
  type Subject,
} from './registry.js';
export type { Experiment, EvaluatedDesign } from './experiment.js';
export {
  bandOf,
  fromRatioScale,
  chanceAbove,
  leastReading,
  PREDICTABLES,
  ratioScale,
  type Conditions,
  type Forecast,
  type Predictable,
  type PredictableId,
} from './predictable.js';
export { waysOut, withWayOut, type TriedWay, type WayOut, type WayOutKind } from './ways-out.js';
export {
  chanceLifted,
  OBJECT_MATERIALS,
  type ObjectMaterial,
  type TriedObject,
} from './objects-lifted.js';

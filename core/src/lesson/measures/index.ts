import {
  chainLength,
  eachObject,
  jumpDistance,
  objectsBothEnds,
  objectsEachEnd,
  objectsOneEnd,
} from './objects.js';
import { fewestCells, loadHeld, loadYesNo } from './load.js';
import { fluxDensity, needleAngle, sentence, time } from './readings.js';
import { trackDistance, trackRuns, trackTime } from './track.js';
import type { Measure } from './measure.js';

/** Everything that can be read at the bench. */
export const MEASURES = {
  'objects-one-end': objectsOneEnd,
  'objects-each-end': objectsEachEnd,
  'objects-both-ends': objectsBothEnds,
  'load-held': loadHeld,
  'load-yes-no': loadYesNo,
  'fewest-cells': fewestCells,
  'needle-angle': needleAngle,
  'flux-density': fluxDensity,
  'jump-distance': jumpDistance,
  'chain-length': chainLength,
  'track-time': trackTime,
  'track-distance': trackDistance,
  'track-runs': trackRuns,
  time,
  'each-object': eachObject,
  sentence,
} as const satisfies Record<string, Measure>;

export type MeasureId = keyof typeof MEASURES;

export const MEASURE_IDS = Object.keys(MEASURES) as MeasureId[];

/** A measure by its id, as what all of them are. */
export function measureOf(id: MeasureId): Measure {
  return MEASURES[id];
}

export { SWITCH } from './measure.js';
export type { Answer, DataKind, Measure, Protocol, Site, Switching } from './measure.js';
export {
  ceilingOf,
  valueOf,
  VERDICTS,
  type Outcome,
  type Valued,
  type Verdict,
} from './outcome.js';

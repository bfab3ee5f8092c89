import {
  predictiveBand,
  priorBelief,
  type Band,
  type ClassBelief,
  type Spread,
} from '../calibration/index.js';
import type { QuantityKind } from '../quantities/index.js';

/** A quantity that an experiment may be able to predict, in SI. */
export interface Predictable {
  readonly name: string;
  /** Kind of quantity and its unit for showing; counts have none. */
  readonly quantity: QuantityKind | null;
  readonly unit: string;
  /**
   * On which scale a class's readings are the prediction times a factor: the number itself, or the
   * tangent of an angle, which is a ratio of fields.
   */
  readonly scale: 'ratio' | 'tangent';
}

export const PREDICTABLES = {
  'tip-count': { name: 'Objects lifted by one end', quantity: null, unit: '', scale: 'ratio' },
  'rear-count': {
    name: 'Objects lifted by the other end',
    quantity: null,
    unit: '',
    scale: 'ratio',
  },
  'both-count': { name: 'Objects lifted by both ends', quantity: null, unit: '', scale: 'ratio' },
  load: { name: 'Load held', quantity: 'mass', unit: 'kg', scale: 'ratio' },
  'cells-to-hold': {
    name: 'Fewest cells that hold',
    quantity: null,
    unit: 'cells',
    scale: 'ratio',
  },
  'needle-angle': { name: 'Angle of the needle', quantity: 'angle', unit: '°', scale: 'tangent' },
  'flux-density': { name: 'Flux density', quantity: 'fluxDensity', unit: 'mT', scale: 'ratio' },
  'jump-distance': {
    name: 'Distance at which an object jumps',
    quantity: 'length',
    unit: 'mm',
    scale: 'ratio',
  },
  'track-time': { name: 'Time on the track', quantity: 'time', unit: 's', scale: 'ratio' },
  'chain-length': { name: 'Longest chain', quantity: null, unit: '', scale: 'ratio' },
} as const satisfies Record<string, Predictable>;

export type PredictableId = keyof typeof PREDICTABLES;

/** A prediction before any reading: the model's value and how far classes lie from it. */
export interface Forecast {
  /** SI; a count where the quantity has no unit. */
  readonly value: number;
  readonly spread: Spread;
}

/** How it is measured, as far as a prediction depends on it. SI. */
export interface Conditions {
  /** Load that is to be held, kg. */
  readonly load?: number;
  /** Most cells in series there are, where cells are taken away one by one. */
  readonly mostCells?: number;
}

/** A value on the scale on which a class differs by a factor, and back. */
export const ratioScale = (id: PredictableId, value: number): number =>
  PREDICTABLES[id].scale === 'tangent' ? Math.tan(value) : value;
export const fromRatioScale = (id: PredictableId, ratio: number): number =>
  PREDICTABLES[id].scale === 'tangent' ? Math.atan(ratio) : ratio;

/**
 * Band of one further reading around a forecast.
 * @param belief what this class's readings have shown; what is believed of any class when absent.
 */
export function bandOf(
  id: PredictableId,
  { value, spread }: Forecast,
  belief: ClassBelief = priorBelief(spread),
): Band {
  const band = predictiveBand(belief, ratioScale(id, value));
  const back = (ratio: number): number => fromRatioScale(id, ratio);
  return {
    median: back(band.median),
    low: back(band.low),
    high: back(band.high),
    coverage: band.coverage,
  };
}

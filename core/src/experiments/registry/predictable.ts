import {
  predictiveBand,
  priorDistribution,
  probabilityAbove,
  type Band,
  type ClassPosterior,
  type Spread,
} from '../../statistics/index.js';
import { normalCdf } from '../../numerics/index.js';
import type { QuantityKind } from '../../quantities/index.js';

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
  /** The least that can be read, where that is not zero. */
  readonly least?: number;
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
    // Without a cell nothing is held.
    least: 1,
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

/** Φ⁻¹(0.95) and Φ⁻¹(0.975). */
const NORMAL_95 = 1.6448536269514722;
const NORMAL_975 = 1.959963984540054;

/**
 * Probability that one further reading is above a threshold, such as a load that is to be held.
 * @param threshold SI, > 0.
 * @returns `median` for a class of which nothing is known; `low` and `high` between which nine
 *   classes in ten have their own probability.
 */
export function chanceAbove({ value, spread }: Forecast, threshold: number): Band {
  const coverage = 0.9;
  if (!(value > 0)) return { median: 0, low: 0, high: 0, coverage };
  const deviation = Math.log(spread.classFactor) / NORMAL_975;
  const of = (classes: number): number =>
    normalCdf((Math.log(value / threshold) + classes * NORMAL_95 * deviation) / spread.scatter);
  // That of any class knows the scatter itself only roughly, and so is never quite sure.
  const median = probabilityAbove(priorDistribution(spread), value, threshold);
  return { median, low: Math.min(of(-1), median), high: Math.max(of(1), median), coverage };
}

/** The least that can be read of a quantity. */
export const leastReading = (id: PredictableId): number =>
  (PREDICTABLES[id] as Predictable).least ?? 0;

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
  belief: ClassPosterior = priorDistribution(spread),
): Band {
  const band = predictiveBand(belief, ratioScale(id, value));
  const back = (ratio: number): number => Math.max(leastReading(id), fromRatioScale(id, ratio));
  return {
    median: back(band.median),
    low: back(band.low),
    high: back(band.high),
    coverage: band.coverage,
  };
}

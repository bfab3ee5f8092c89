import { studentTCdf, studentTQuantile } from '../../numerics/index.js';

/**
 * What is believed about log(counted / predicted) of a class: normal with unknown mean (the class
 * factor) and variance (the trial scatter), in Normal–inverse-gamma form.
 */
export interface ClassPosterior {
  /** Mean of the log class factor. */
  readonly mean: number;
  /** Weight of that mean, in trials. */
  readonly strength: number;
  /** Shape and scale of the variance's inverse gamma. */
  readonly shape: number;
  readonly scale: number;
}

/** How far a class's readings may lie from a prediction, before any was made. */
export interface Spread {
  /** 95 % of classes lie within ×/÷ this of the model. */
  readonly classFactor: number;
  /** Scatter of one trial under equal conditions, sd of the log. */
  readonly scatter: number;
}

/** Of objects counted: a trial scatters by about 25 %. Common practice, no source. */
export const COUNT_SPREAD: Spread = { classFactor: 2.7, scatter: 0.25 };
const SCATTER_SHAPE = 6;
/** Φ⁻¹(0.975). */
const NORMAL_975 = 1.959963984540054;

/** What is believed of a class before any trial of it. */
export function priorDistribution({ classFactor, scatter }: Spread): ClassPosterior {
  return {
    mean: 0,
    strength: (scatter / (Math.log(classFactor) / NORMAL_975)) ** 2,
    shape: SCATTER_SHAPE,
    scale: scatter ** 2 * (SCATTER_SHAPE - 1),
  };
}

/** Before any trial in which a class counts objects. */
export const PRIOR_BELIEF: ClassPosterior = priorDistribution(COUNT_SPREAD);

/** A prediction with its uncertainty, in the unit of the prediction. */
export interface Band {
  readonly median: number;
  readonly low: number;
  readonly high: number;
  /** Coverage, such as 0.9. */
  readonly coverage: number;
}

const spread = (belief: ClassPosterior): number =>
  Math.sqrt((belief.scale * (belief.strength + 1)) / (belief.shape * belief.strength));

/**
 * Predictive band of one further trial around a model prediction: a Student t in the log.
 * @param predicted model value, ≥ 0. @param coverage of the band, 0 < c < 1.
 */
export function predictiveBand(belief: ClassPosterior, predicted: number, coverage = 0.9): Band {
  const t = studentTQuantile((1 + coverage) / 2, 2 * belief.shape);
  const width = Math.exp(t * spread(belief));
  const median = predicted * Math.exp(belief.mean);
  return { median, low: median / width, high: median * width, coverage };
}

/** Probability that one further trial exceeds a value > 0. */
export function probabilityAbove(belief: ClassPosterior, predicted: number, value: number): number {
  if (!(predicted > 0)) return 0;
  const t = (Math.log(value / predicted) - belief.mean) / spread(belief);
  return 1 - studentTCdf(t, 2 * belief.shape);
}

/** Scatter of trials under equal conditions, sd of the log count, as believed. */
export function believedScatter(belief: ClassPosterior): number {
  return Math.sqrt(belief.scale / (belief.shape - 1));
}

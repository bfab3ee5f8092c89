import { CoreError } from '../../errors.js';
import { EXPERIMENT_IDS, type ExperimentId, type Subject } from '../../experiments/index.js';
import { measureOf, type MeasureId } from '../measures/index.js';
import type { LevelValue } from './axis.js';
import { compassDistance, compassSide } from './compass.js';
import { coreDiameter, coreHollow, coreLength, coreMaterial, corePresence } from './core.js';
import { designs } from './designs.js';
import type { Factor, FactorAccessor } from './factor.js';
import { gap, magnetsInParallel, contactFraction, tilt } from './contact.js';
import { cellFreshness, cellKind, cellsInSeries, current, packsInParallel } from './supply.js';
import { magnetsPerEnd, turnGap } from './track.js';
import { turns } from './turns.js';
import { bareTip, layerStyle, neatness, poleSense, windingPosition } from './winding.js';
import { wireKind, wireLength, wireThickness } from './wire.js';

/** Everything that can be changed in an investigation. */
export const FACTORS = {
  turns,
  'cells-in-series': cellsInSeries,
  'packs-in-parallel': packsInParallel,
  'cell-kind': cellKind,
  'cell-freshness': cellFreshness,
  'wire-length': wireLength,
  'wire-thickness': wireThickness,
  'wire-kind': wireKind,
  'core-material': coreMaterial,
  'core-presence': corePresence,
  'core-length': coreLength,
  'core-diameter': coreDiameter,
  'core-hollow': coreHollow,
  'winding-position': windingPosition,
  'bare-tip': bareTip,
  'layer-style': layerStyle,
  neatness,
  'pole-sense': poleSense,
  gap,
  tilt,
  'part-seat': contactFraction,
  'magnets-in-parallel': magnetsInParallel,
  current,
  'compass-distance': compassDistance,
  'compass-side': compassSide,
  'magnets-per-end': magnetsPerEnd,
  'turn-gap': turnGap,
  designs,
} as const satisfies Record<string, Factor>;

export type FactorId = keyof typeof FACTORS;

export const FACTOR_IDS = Object.keys(FACTORS) as FactorId[];

/**
 * A factor by its id.
 * @param unit of its axis, such as that of {@link commonUnit}; the factor's own when absent.
 */
export function factorOf(id: FactorId, unit?: string): Factor {
  const factor: Factor = FACTORS[id];
  const { axis } = factor;
  if (unit === undefined || axis.kind !== 'quantity' || axis.unit === unit) return factor;
  return { ...factor, axis: { ...axis, unit } };
}

/** Experiments in which a factor can be changed. */
export function experimentsOf(id: FactorId): ExperimentId[] {
  return id === 'designs'
    ? [...EXPERIMENT_IDS]
    : EXPERIMENT_IDS.filter((experiment) => factorOf(id).on[experiment] !== undefined);
}

/** Whether a factor, a measure and an experiment make a question. */
export function makesSense(
  factor: FactorId,
  measure: MeasureId,
  experiment: ExperimentId,
): boolean {
  const { site, experiments } = measureOf(measure);
  const { sites } = factorOf(factor);
  return (
    experiments.includes(experiment) &&
    experimentsOf(factor).includes(experiment) &&
    (sites === undefined || sites.includes(site)) &&
    // Cells that are taken away cannot be what is changed as well.
    !(measure === 'fewest-cells' && (factor === 'cells-in-series' || factor === 'current'))
  );
}

/** The level that a subject has of a factor; null when it is none, or the factor is not its own. */
export function levelOf(subject: Subject, id: FactorId): LevelValue | null {
  return lensOf(subject, id)?.read(subject.design) ?? null;
}

/**
 * The subject with another level of a factor and nothing else changed.
 * @param own the level's own subject, for the factor of whole designs.
 * @throws CoreError LEVEL_IMPOSSIBLE when it cannot have it.
 */
export function levelSubject(
  subject: Subject,
  id: FactorId,
  level: LevelValue,
  own?: Subject,
): Subject {
  if (id === 'designs') {
    if (own?.experiment === subject.experiment) return own;
    throw new CoreError('LEVEL_IMPOSSIBLE', 'This level has no design of its own yet.');
  }
  const lens = lensOf(subject, id);
  if (!lens) {
    throw new CoreError('LEVEL_IMPOSSIBLE', `${factorOf(id).name} is nothing that this has.`);
  }
  return { experiment: subject.experiment, design: lens.apply(subject.design, level) } as Subject;
}

function lensOf(subject: Subject, id: FactorId): FactorAccessor<Subject['design']> | undefined {
  // Lens and design belong to the same experiment, which a look-up by key cannot see.
  return factorOf(id).on[subject.experiment] as FactorAccessor<Subject['design']> | undefined;
}

export {
  axisNumber,
  axisOne,
  axisUnit,
  commonUnit,
  isOrdered,
  kindOf,
  levelName,
  levelText,
  namedKind,
  levelAt,
  parseLevel,
  type Axis,
  type LevelValue,
} from './axis.js';
export { roundNicely, type Factor, type SideEffectKind } from './factor.js';
export { PAPER_SHEET } from './contact.js';
export { BENCH_VOLTAGE } from './supply.js';

import type { Coil } from '../../physics/index.js';
import {
  EXPERIMENT_IDS,
  type ExperimentDesigns,
  type ExperimentId,
} from '../../experiments/index.js';
import type { Site } from '../measures/index.js';
import type { Axis, LevelValue } from './axis.js';

/** How one kind of design has a level, and gets another. */
export interface FactorAccessor<D> {
  /** The level that the design has; null when it is none of the factor's. */
  read(design: D): LevelValue | null;
  /**
   * The design with another level and nothing else changed.
   * @throws CoreError LEVEL_IMPOSSIBLE, and what winding throws where turns follow from a length.
   */
  apply(design: D, level: LevelValue): D;
}

/** What else changes with a factor and is worth watching. */
export type SideEffectKind = 'current' | 'wire' | 'resistance' | 'heat' | 'drain' | 'turns';

/** What is changed in an investigation, with its words. */
export interface Factor {
  readonly name: string;
  /** After "we change …". */
  readonly phrase: string;
  /** The same for young pupils. */
  readonly plainly: string;
  /** “the more turns”, before “, the more …”; of levels that have an order. */
  readonly more?: string;
  readonly axis: Axis;
  readonly on: { readonly [K in ExperimentId]?: FactorAccessor<ExperimentDesigns[K]> };
  /** Where it makes a difference; everywhere when absent. */
  readonly sites?: readonly Site[];
  readonly sideEffects: readonly SideEffectKind[];
  /**
   * True if the lift grows with it when nothing else limits it: what a class expects before
   * it looks. 0 where nobody would say.
   */
  readonly expected: 1 | 0 | -1;
  /** Levels worth trying from a present one; those of the axis when absent. */
  suggest?(present: LevelValue): readonly LevelValue[];
}

interface CoilLens {
  read(coil: Coil): LevelValue | null;
  apply<D extends Coil>(coil: D, level: LevelValue): D;
}

/** The same lens for every experiment with a coil, which is all of them. */
export function onEveryCoil(lens: CoilLens): Factor['on'] {
  return Object.fromEntries(EXPERIMENT_IDS.map((id) => [id, lens])) as Factor['on'];
}

/**
 * The same but where a cell brings its own current and moves or is moved: it is one cell, and nothing
 * is wound on anything.
 */
export function onEveryFixedCoil(lens: CoilLens): Factor['on'] {
  const { 'rolling-cell': _track, spinner: _spinner, ...fixed } = onEveryCoil(lens);
  return fixed;
}

/** Levels by a factor from a present one, rounded to whole numbers. */
export const times =
  (...factors: readonly number[]) =>
  (present: LevelValue): LevelValue[] => [
    ...new Set(factors.map((by) => Math.max(1, roundNicely(Number(present) * by)))),
  ];

/** A number with one or two digits that a teacher would choose. */
export function roundNicely(value: number): number {
  if (!(value > 0)) return value;
  const power = 10 ** Math.floor(Math.log10(value) - (value < 10 ? 0 : 1));
  const step = value / power < 20 ? 1 : 5;
  return Number((Math.round(value / power / step) * power * step).toPrecision(6));
}

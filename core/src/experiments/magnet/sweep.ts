import { TRIAL_ON_TIME_S, solverMemory } from '../../physics/index.js';
import { CoreError } from '../../errors.js';
import { thickerCore } from './core-shape.js';
import type { MagnetDesign } from './design.js';
import { evaluateMagnet, type Evaluation } from './evaluate.js';

/** What is varied. */
export type SweptQuantity = 'turns' | 'wire' | 'series' | 'diameter';

/** One point of a sweep; `count` is null where it cannot be wound. */
export interface SweepPoint {
  /** Turns, wire or core diameter in m, or cells in series. */
  readonly value: number;
  readonly count: number | null;
  /** 'heat': too hot for a trial; 'room': cannot be wound; 'saturation': the core is full. */
  readonly danger: 'heat' | 'room' | 'saturation' | null;
}

/** Values worth looking at around the present one. */
export function sweepValues(design: MagnetDesign, quantity: SweptQuantity): number[] {
  const spread = (from: number, to: number, n: number): number[] =>
    Array.from({ length: n }, (_, i) => from * (to / from) ** (i / (n - 1)));
  const { core, winding, wire, supply } = design;
  switch (quantity) {
    case 'turns':
      return [
        ...new Set(spread(Math.max(1, winding.turns / 5), winding.turns * 4, 22).map(Math.round)),
      ];
    case 'wire':
      return spread(wire.diameter / 2.5, wire.diameter * 2.5, 19);
    case 'diameter':
      return spread(core.diameter / 2.5, core.diameter * 2.5, 19);
    case 'series':
      return Array.from({ length: Math.max(6, supply.series + 2) }, (_, i) => i + 1);
  }
}

/** The design with one quantity changed. */
export function withSwept(
  design: MagnetDesign,
  quantity: SweptQuantity,
  value: number,
): MagnetDesign {
  switch (quantity) {
    case 'turns':
      return { ...design, winding: { ...design.winding, turns: value } };
    case 'wire':
      return { ...design, wire: { ...design.wire, diameter: value } };
    case 'diameter':
      return { ...design, core: thickerCore(design.core, value / design.core.diameter) };
    case 'series':
      return { ...design, supply: { ...design.supply, series: value } };
  }
}

/** The nearer danger first: heat ends a trial, a full core only wastes turns. */
function dangerOf(evaluation: Evaluation): SweepPoint['danger'] {
  if (evaluation.allowedOnTime < TRIAL_ON_TIME_S) return 'heat';
  return evaluation.peakFluxDensity > NEARLY_FULL_T ? 'saturation' : null;
}

/** Section-mean flux density from which low-carbon steel hardly takes more, T. Common practice, no source. */
const NEARLY_FULL_T = 1.7;

/** Predicted count over a range of one quantity, everything else the same. */
export function sweepDesign(design: MagnetDesign, quantity: SweptQuantity): SweepPoint[] {
  const memory = solverMemory();
  return sweepValues(design, quantity).map((value) => {
    try {
      const evaluation = evaluateMagnet(withSwept(design, quantity, value), memory);
      return { value, count: evaluation.liftedCount, danger: dangerOf(evaluation) };
    } catch (error) {
      if (error instanceof CoreError) return { value, count: null, danger: 'room' };
      throw error;
    }
  });
}

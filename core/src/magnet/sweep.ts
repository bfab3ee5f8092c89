import { CoreError } from '../errors.js';
import type { MagnetDesign } from './design.js';
import { evaluateMagnet } from './evaluate.js';
import { TRIAL_ON_TIME_S } from './limit.js';

/** What is varied. */
export type SweptQuantity = 'turns' | 'wire' | 'series';

/** One point of a sweep; `count` is null where it cannot be wound. */
export interface SweepPoint {
  /** Turns, wire diameter in m, or cells in series. */
  readonly value: number;
  readonly count: number | null;
  /** 'heat': too hot for a trial; 'room': cannot be wound; null: fine. */
  readonly danger: 'heat' | 'room' | null;
}

/** Values worth looking at around the present one. */
export function sweepValues(design: MagnetDesign, quantity: SweptQuantity): number[] {
  const spread = (from: number, to: number, n: number): number[] =>
    Array.from({ length: n }, (_, i) => from * (to / from) ** (i / (n - 1)));
  const { winding, wire, supply } = design;
  switch (quantity) {
    case 'turns':
      return [
        ...new Set(spread(Math.max(1, winding.turns / 5), winding.turns * 4, 22).map(Math.round)),
      ];
    case 'wire':
      return spread(wire.diameter / 2.5, wire.diameter * 2.5, 19);
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
    case 'series':
      return { ...design, supply: { ...design.supply, series: value } };
  }
}

/** Predicted count over a range of one quantity, everything else the same. */
export function sweepDesign(design: MagnetDesign, quantity: SweptQuantity): SweepPoint[] {
  return sweepValues(design, quantity).map((value) => {
    try {
      const evaluation = evaluateMagnet(withSwept(design, quantity, value));
      const hot = evaluation.allowedOnTime < TRIAL_ON_TIME_S;
      return { value, count: evaluation.liftedCount, danger: hot ? 'heat' : null };
    } catch (error) {
      if (error instanceof CoreError) return { value, count: null, danger: 'room' };
      throw error;
    }
  });
}

import type {
  CableJoin,
  LayerStacking,
  LayerStyle,
  LiftMethod,
  PlusTail,
  WindingEnd,
  WindingSense,
} from '@nab/core/physics';
import type { LiftingEnds } from '@nab/core/experiments';

// What can be chosen in a design, with the words for it; the core's own tables are used as well.

export const LAYER_STYLES: Readonly<Record<LayerStyle, string>> = {
  back: 'Wound back toward the start',
  restart: 'Run straight back, started again from the same end',
};
export const WINDING_ENDS: Readonly<Record<WindingEnd, string>> = {
  tip: 'At the lifting end',
  rear: 'At the other end',
};
export const SENSES: Readonly<Record<WindingSense, string>> = {
  clockwise: 'Clockwise',
  anticlockwise: 'Anticlockwise',
};
export const PLUS_TAILS: Readonly<Record<PlusTail, string>> = {
  first: 'Wire end where winding began',
  last: 'Wire end where winding ended',
};
export const LIFTING_ENDS: Readonly<Record<LiftingEnds, string>> = {
  one: 'One end',
  both: 'Both ends',
};
export const HEAD_ENDS: Readonly<Record<WindingEnd, string>> = {
  rear: 'Away from the objects',
  tip: 'At the lifting end, as pole face',
};
export const CABLE_JOINS: Readonly<Record<CableJoin, string>> = {
  adding: 'End to start: both add',
  cancelling: 'End to end: they cancel',
};
export const STACKINGS: Readonly<Record<LayerStacking, string>> = {
  square: 'Wire upon wire',
  nested: 'In the grooves of the layer below',
};
export const GUIDES = { hand: 'Side by side', thread: 'In the thread of the core' } as const;
/** Cells, or a laboratory supply with a current limit. */
export type SupplyKind = 'cells' | 'bench';
export const SUPPLY_KINDS: Readonly<Record<SupplyKind, string>> = {
  cells: 'Cells',
  bench: 'Bench supply',
};
/** One core, or two side by side on one wire. */
export type PoleCount = 'one' | 'two';
export const POLE_COUNTS: Readonly<Record<PoleCount, string>> = {
  one: 'One core',
  two: 'Two cores side by side',
};
export const SECOND_SENSES = {
  opposite: 'The other way, as it should',
  alike: 'The same way, which works against it',
} as const;
export const COIL_JOINS = { series: 'One after the other', parallel: 'Side by side' } as const;
export const LIFT_METHODS: Readonly<Record<LiftMethod, string>> = {
  dip: 'Dip into the heap and lift',
  gather: 'Press them round the pole and lift',
};
export const DIODES = { no: 'None', yes: 'Across the coil' } as const;

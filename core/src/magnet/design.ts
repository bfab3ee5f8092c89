import type { TouchTime } from '../heat/index.js';
import type { LayerStacking, LayerStyle, WindingEnd } from '../winding/index.js';
import type { CellSize, Chemistry } from '../supply/index.js';
import type { MaterialId } from '../steel/index.js';
import type { ConductorId, WoundWire } from '../wire/index.js';
import type { PolePair } from '../two-pole/index.js';
import type { PlusTail, WindingSense } from './poles.js';

export type CoreShape = 'nail' | 'bolt' | 'screw' | 'rod' | 'pipe' | 'strip' | 'none';

export const CORE_SHAPES: Readonly<Record<CoreShape, string>> = {
  nail: 'Nail',
  bolt: 'Bolt',
  screw: 'Screw',
  rod: 'Rod',
  pipe: 'Pipe',
  strip: 'Flat strip, spoon handle or key',
  none: 'None (air)',
};

/** Shapes that can have a head. */
export const HEADED_SHAPES: readonly CoreShape[] = ['nail', 'bolt', 'screw'];
/** Shapes that can have a thread. */
export const THREADED_SHAPES: readonly CoreShape[] = ['bolt', 'screw'];

/** One end (the free one), or both counted together. */
export type LiftingEnds = 'one' | 'both';

/** A straight-core magnet with everything that decides what it does. SI units throughout. */
export interface MagnetDesign {
  readonly core: {
    readonly shape: CoreShape;
    /** Length of the shank, m; the head of a bolt comes on top. */
    readonly length: number;
    /** Outer diameter; that of the former for an air coil; the girth's for a strip. */
    readonly diameter: number;
    /** Inner diameter of a pipe; 0 for solid cores. */
    readonly bore: number;
    /** Head of a nail, bolt or screw; absent or zero for the other shapes. */
    readonly head?: { readonly diameter: number; readonly height: number };
    /** End that carries the head: the one away from the objects when absent. */
    readonly headAt?: WindingEnd;
    /** Pitch of the thread of a bolt or screw, m; absent for a smooth shank. */
    readonly thread?: number;
    /** Section of a flat strip, m. */
    readonly strip?: { readonly width: number; readonly thickness: number };
    readonly material: MaterialId;
  };
  readonly wire: WoundWire & { readonly conductor: ConductorId };
  readonly winding: {
    readonly turns: number;
    /** Ends of the winding from the rear end of the shank, m. */
    readonly start: number;
    readonly end: number;
    /** Thickness of tape or sleeve under the winding, m. */
    readonly base: number;
    readonly neatness: number;
    readonly layerStyle: LayerStyle;
    readonly startAt: WindingEnd;
    readonly sense: WindingSense;
    /** Length of each tail, m. */
    readonly tail: number;
    /** Turns laid in the core's thread instead of side by side. */
    readonly inThread?: boolean;
    readonly stacking?: LayerStacking;
    /** Equal parts that the turns are wound in and joined side by side; 1 when absent. */
    readonly branches?: number;
    /** Resistance of the whole coil as measured at room temperature, instead of the computed, Ω. */
    readonly measuredResistance?: number;
  };
  readonly supply: {
    readonly chemistry: Chemistry;
    readonly size: CellSize;
    readonly series: number;
    readonly parallel: number;
    readonly plusTail: PlusTail;
    /** One cell as measured, instead of the typical one: EMF in V, internal resistance in Ω. */
    readonly measured?: { readonly emf: number; readonly internalResistance: number };
    /** Fraction of the charge already drawn, 0 when absent, and temperature of the cells, K. */
    readonly used?: number;
    readonly temperature?: number;
    /** A bench supply in place of the cells: V, A. */
    readonly bench?: { readonly voltage: number; readonly currentLimit: number };
    /** Share of the supply's current when equal magnets hang on it side by side; 1 when absent. */
    readonly share?: number;
  };
  readonly leads: {
    readonly count: number;
    readonly resistanceEach: number;
    /** Ω; 0 when absent. */
    readonly switchResistance?: number;
    /** A diode across the coil, against the kick of switching off. */
    readonly diode?: boolean;
  };
  /** A second core beside the first, wound alike; absent for a magnet with one core. */
  readonly pair?: PolePair & {
    /** How the two coils are connected. */
    readonly coils: 'series' | 'parallel';
  };
  /** Which ends of the core lift and are counted. */
  readonly ends: LiftingEnds;
  /** Mass of one of the objects to lift, kg. */
  readonly objectMass: number;
  /** Its length and thickness, m, for chains; those of a small clip when absent. */
  readonly objectLink?: { readonly length: number; readonly thickness: number };
  /** Steel plate or bar to be held, m. */
  readonly plate?: {
    readonly width: number;
    readonly thickness: number;
    /** Contact gap where it is closest. */
    readonly gap: number;
    /** How much wider the gap is at the other side of a single pole; 0 when absent. */
    readonly tilt?: number;
  };
  /** K. */
  readonly roomTemperature: number;
  /** How the winding is touched, which sets the on-time; the classroom limit when absent. */
  readonly touch?: TouchTime;
}

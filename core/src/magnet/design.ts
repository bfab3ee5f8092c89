import type { LayerStyle, WindingEnd } from '../winding/index.js';
import type { CellSize, Chemistry } from '../supply/index.js';
import type { MaterialId } from '../steel/index.js';
import type { ConductorId, Insulation } from '../wire/index.js';
import type { PlusTail, WindingSense } from './poles.js';

export type CoreShape = 'nail' | 'bolt' | 'rod' | 'pipe';

export const CORE_SHAPES: Readonly<Record<CoreShape, string>> = {
  nail: 'Nail',
  bolt: 'Bolt',
  rod: 'Rod',
  pipe: 'Pipe',
};

/** One end (the free one), or both counted together. */
export type LiftingEnds = 'one' | 'both';

/** A straight-core magnet with everything that decides what it does. SI units throughout. */
export interface MagnetDesign {
  readonly core: {
    readonly shape: CoreShape;
    /** Length of the shank, m; the head of a bolt comes on top. */
    readonly length: number;
    readonly diameter: number;
    /** Inner diameter of a pipe; 0 for solid cores. */
    readonly bore: number;
    /** Head of a bolt, behind the rear end; absent or zero for the other shapes. */
    readonly head?: { readonly diameter: number; readonly height: number };
    readonly material: MaterialId;
  };
  readonly wire: {
    readonly conductor: ConductorId;
    readonly diameter: number;
    readonly insulation: Insulation;
  };
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
    readonly tail: number;
  };
  readonly supply: {
    readonly chemistry: Chemistry;
    readonly size: CellSize;
    readonly series: number;
    readonly parallel: number;
    readonly plusTail: PlusTail;
    /** One cell as measured, instead of the typical one: EMF in V, internal resistance in Ω. */
    readonly measured?: { readonly emf: number; readonly internalResistance: number };
  };
  readonly leads: { readonly count: number; readonly resistanceEach: number };
  /** Which ends of the core lift and are counted. */
  readonly ends: LiftingEnds;
  /** Mass of one of the objects to lift, kg. */
  readonly objectMass: number;
  /** K. */
  readonly roomTemperature: number;
}

import type {
  Coil,
  CoilWinding,
  HeapMaterial,
  LiftMethod,
  MaterialId,
  PolePair,
  WindingEnd,
} from '../../physics/index.js';

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

/** A straight-core magnet, a coil on a core, with everything that decides what it does. SI. */
export interface MagnetDesign extends Coil {
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
  readonly winding: CoilWinding & {
    /** Ends of the winding from the rear end of the shank, m. */
    readonly start: number;
    readonly end: number;
    /** Thickness of tape or sleeve under the winding, m. */
    readonly base: number;
  };
  /** A second core next to the first, with the same winding; absent for a magnet with one core. */
  readonly pair?: PolePair & {
    /** How the two coils are connected. */
    readonly coils: 'series' | 'parallel';
  };
  /** Which ends of the core lift and are counted. */
  readonly ends: LiftingEnds;
  /** Mass of one of the objects to lift, kg. */
  readonly objectMass: number;
  /** A heap of them as a material, and how far classes differ (×/÷, 95 %); small clips when absent. */
  readonly heap?: HeapMaterial & { readonly classFactor: number };
  /** How they are offered: a dip when absent. */
  readonly method?: LiftMethod;
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
}

import type { TouchTime } from '../heat/index.js';
import type { CellSize, Chemistry } from '../supply/index.js';
import type { LayerStacking, LayerStyle, WindingEnd } from '../winding/index.js';
import type { ConductorId, WoundWire } from '../wire/index.js';
import type { PlusTail, WindingSense } from './poles.js';

/** How turns are laid, whatever they are wound on. */
export interface CoilWinding {
  /** On each former, when there are two. */
  readonly turns: number;
  readonly neatness: number;
  readonly layerStyle: LayerStyle;
  readonly startAt: WindingEnd;
  readonly sense: WindingSense;
  /** Length of each tail, m. */
  readonly tail: number;
  /** Turns laid in the former's thread instead of side by side. */
  readonly inThread?: boolean;
  readonly stacking?: LayerStacking;
  /** Equal parts that the turns are wound in and joined side by side; 1 when absent. */
  readonly branches?: number;
  /** Resistance of the whole coil as measured at room temperature, instead of the computed, Ω. */
  readonly measuredResistance?: number;
}

/** What drives a coil: cells, or a bench supply in their place. */
export interface Supply {
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
  /** Share of the supply's current when equal coils hang on it side by side; 1 when absent. */
  readonly share?: number;
}

/** What connects them. */
export interface Leads {
  readonly count: number;
  readonly resistanceEach: number;
  /** Ω; 0 when absent. */
  readonly switchResistance?: number;
  /** A diode across the coil, against the kick of switching off. */
  readonly diode?: boolean;
}

/**
 * Wire, winding, supply and leads: all that decides a current and its heat but for what the wire is
 * wound on. Every experiment with a current has one. SI.
 */
export interface Coil {
  readonly wire: WoundWire & { readonly conductor: ConductorId };
  readonly winding: CoilWinding;
  readonly supply: Supply;
  readonly leads: Leads;
  /** K. */
  readonly roomTemperature: number;
  /** How the winding is touched, which sets the on-time; the classroom limit when absent. */
  readonly touch?: TouchTime;
}

/** What a coil is wound on, as the coil sees it. Metres. */
export interface Former {
  /** Ends of the winding along the former, from its rear end. */
  readonly start: number;
  readonly end: number;
  /** Radius of the former (that of equal girth, if it is not round), and of tape or sleeve on it. */
  readonly girthRadius: number;
  readonly base: number;
  /** Whether it is metal, which joins turns of bare wire. */
  readonly conducts?: boolean;
  /** Pitch of its thread, which guides the turns where the winding wants it. */
  readonly thread?: number;
  /** Equal formers on one wire, each with the winding's turns, and how their coils are joined. */
  readonly count: 1 | 2;
  readonly joined: 'series' | 'parallel';
  /** From the one former to the other where a single wire runs on, m. */
  readonly bridge?: number;
  /** The body inside as a lump of heat; absent when nothing is inside. */
  readonly body?: FormerBody;
}

/** What takes up the winding's heat, all formers together. */
export interface FormerBody {
  /** m³ of all bodies; kg/m³; J/kgK. */
  readonly volume: number;
  readonly density: number;
  readonly specificHeat: number;
  /** Length of one, m: what is not under wire cools in the open. */
  readonly length: number;
}

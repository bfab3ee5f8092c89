import { CoreError } from '../../errors.js';
import { overallDiameter, type Insulation } from './insulation.js';
import { conductorArea } from './resistance.js';

/** What is wound: one round wire, a flat cable of two, or a folded strip of foil. */
export type WireForm = 'round' | 'cable' | 'foil';

export const WIRE_FORMS: Readonly<Record<WireForm, string>> = {
  round: 'Round wire',
  cable: 'Two-conductor cable',
  foil: 'Folded foil in tape',
};

/** How the two conductors of a cable are joined: end to start, or end to end. */
export type CableJoin = 'adding' | 'cancelling';

/** A strip of foil as cut, folded lengthwise and wrapped in tape. Metres. */
export interface FoilStrip {
  readonly width: number;
  readonly thickness: number;
  /** How often it is folded in half lengthwise, 0 … 6. */
  readonly folds: number;
  /** Thickness of the tape round it, its insulation. */
  readonly tape: number;
}

/** The wire of a winding. Metres; `foil` belongs to the form of that name, `join` to the cable. */
export interface WoundWire {
  readonly diameter: number;
  readonly insulation: Insulation;
  readonly form?: WireForm;
  readonly join?: CableJoin;
  readonly foil?: FoilStrip;
}

/** What the winding and the circuit need to know of a wire. */
export interface WireSection {
  /** Cross-section of one conductor, m². */
  readonly area: number;
  /** Room that a turn takes along the core, and that a layer takes outward, m. */
  readonly width: number;
  readonly height: number;
  /** Conductors that lie in one turn and carry the current one after the other. */
  readonly conductors: 1 | 2;
  /** Times that the current goes round the core for each turn laid: 1, 2, or 0 when it cancels. */
  readonly ampereTurnsPerTurn: 0 | 1 | 2;
}

/**
 * Section of a wire as it lies on the core.
 *
 * A cable lies flat: twice as wide as one of its covered conductors; joined end to start it counts
 * twice, end to end not at all. A strip of width w and thickness t keeps its conductor area w·t
 * however often it is folded; folded n times it is w/2ⁿ wide and 2ⁿ t thick, with tape all round.
 * @throws CoreError WIRE_IMPOSSIBLE for foil without its strip, or folded narrower than thick.
 */
export function wireSection(wire: WoundWire): WireSection {
  const form = wire.form ?? 'round';
  if (form === 'foil') {
    const { foil } = wire;
    const layers = 2 ** (foil?.folds ?? 0);
    if (!foil || !(foil.width / layers > foil.thickness * layers)) {
      throw new CoreError('WIRE_IMPOSSIBLE', 'The strip cannot be folded as often as that.', {
        folds: foil?.folds ?? 0,
      });
    }
    return {
      area: foil.width * foil.thickness,
      width: foil.width / layers + 2 * foil.tape,
      height: foil.thickness * layers + 2 * foil.tape,
      conductors: 1,
      ampereTurnsPerTurn: 1,
    };
  }
  const overall = overallDiameter(wire.diameter, wire.insulation);
  const area = conductorArea(wire.diameter);
  if (form === 'round') {
    return { area, width: overall, height: overall, conductors: 1, ampereTurnsPerTurn: 1 };
  }
  return {
    area,
    width: 2 * overall,
    height: overall,
    conductors: 2,
    ampereTurnsPerTurn: wire.join === 'cancelling' ? 0 : 2,
  };
}

import {
  checkBounds,
  coilCautions,
  everyCoilsCautions,
  stretchWire,
  windCoil,
  type Bound,
  type Caution,
  type Coil,
  type Former,
  type WoundCoil,
  compassDeflection,
  loopField,
  sheetField,
  sheetInductance,
  straightWireField,
} from '../../physics/index.js';

export type CompassShape = 'wire' | 'loop' | 'coil';

export const COMPASS_SHAPES: Readonly<Record<CompassShape, string>> = {
  wire: 'A straight wire',
  loop: 'A loop',
  coil: 'A coil without a core',
};

/** Where the compass is to a wire that runs from south to north. */
export type CompassSide = 'under' | 'over';

export const COMPASS_SIDES: Readonly<Record<CompassSide, string>> = {
  under: 'Under the wire',
  over: 'On top of the wire',
};

/**
 * A wire, a loop or a coil without a core, and a compass near it. The wire runs from south to
 * north; loop and coil have their axis east and west, so that their field crosses the earth's at a
 * right angle. SI.
 */
export interface CompassSet extends Coil {
  readonly shape: CompassShape;
  /** Straight run of the wire; length of the coil, or width of the loop's bundle, m. */
  readonly length: number;
  /** Radius of the former of loop or coil, m. */
  readonly radius: number;
  readonly compass: {
    /** From the wire; from the loop's centre along its axis; from the coil's end, m. */
    readonly distance: number;
    readonly side: CompassSide;
  };
  /** Horizontal flux density of the earth, T. */
  readonly earth: number;
}

/** What tier 1 predicts for a compass near a current. */
export interface CompassEvaluation {
  readonly coil: WoundCoil;
  /** Flux density of the current at the compass, T. */
  readonly fluxDensity: number;
  /** Angle by which the needle turns from north, rad, 0 … π/2; and which way. */
  readonly deflection: number;
  readonly toward: 'east' | 'west';
}

const BOUNDS: readonly Bound<CompassSet>[] = [
  ['length', (s) => s.length, 1e-3, 10],
  ['radius', (s) => s.radius, 1e-4, 1],
  ['distance of the compass', (s) => s.compass.distance, 0, 2],
  ['earth’s field', (s) => s.earth, 1e-6, 1e-4],
];

/** A wire's own surface is as near as a compass comes to it, m. */
const NEAREST_M = 1e-3;

/** What loop and coil are wound on. */
export function formerOfSet({ length, radius }: CompassSet): Former {
  return { start: 0, end: length, girthRadius: radius, base: 0, count: 1, joined: 'series' };
}

/** @throws CoreError as {@link windCoil}, and QUANTITY_OUT_OF_RANGE. */
export function windCompassSet(set: CompassSet): WoundCoil {
  checkBounds(set, BOUNDS);
  return set.shape === 'wire'
    ? stretchWire(set, set.length * set.winding.turns)
    : windCoil(set, formerOfSet(set));
}

/**
 * Field and deflection at the compass: Biot and Savart's law for a wire of finite length, the axial
 * field of a loop of the winding's mean radius, the current sheet for a coil.
 * A wire that passes several times acts like so many wires in one place.
 * @throws CoreError as {@link windCompassSet}.
 */
export function evaluateCompassSet(set: CompassSet): CompassEvaluation {
  const coil = windCompassSet(set);
  const { compass, length, shape, earth } = set;
  const fluxDensity = Math.abs(
    shape === 'wire'
      ? straightWireField(coil.ampereTurns, Math.max(NEAREST_M, compass.distance), length)
      : shape === 'loop'
        ? loopField(meanRadius(coil), coil.ampereTurns, 0, compass.distance).z
        : sheetField(meanRadius(coil), length, coil.ampereTurns, 0, length / 2 + compass.distance)
            .z,
  );
  // Right hand: under a current to the north the field points west. Tail and pole turn it round.
  const flows = (set.supply.plusTail === 'first') === (set.winding.sense === 'clockwise');
  return {
    coil,
    fluxDensity,
    deflection: compassDeflection(fluxDensity, earth),
    toward: (compass.side === 'under') === flows ? 'west' : 'east',
  };
}

function meanRadius({ winding: { layers } }: WoundCoil): number {
  return (layers[0]!.radius + layers[layers.length - 1]!.radius) / 2;
}

/** Cautions of the set, stop before caution. */
export function compassCautions(set: CompassSet, { coil }: CompassEvaluation): Caution[] {
  const turns = coil.circuit.current > 0 ? coil.ampereTurns / coil.circuit.current : 0;
  // A straight wire stores next to nothing.
  const inductance =
    set.shape === 'wire' ? 0 : sheetInductance(meanRadius(coil), set.length, turns);
  return [
    ...coilCautions(set, coil, {
      storedEnergy: (inductance * coil.circuit.current ** 2) / 2,
      bendRadius: set.shape === 'wire' ? Infinity : set.radius,
    }),
    ...everyCoilsCautions(set),
  ];
}

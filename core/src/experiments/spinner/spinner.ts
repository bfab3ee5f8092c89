import {
  STANDARD_GRAVITY,
  magnetSheet,
  sheetFlux,
  cellOf,
  checkBounds,
  coilCautions,
  everyCoilsCautions,
  stretchWire,
  type Bound,
  type Caution,
  type Coil,
  type WoundCoil,
  cellBody,
  cellOnTime,
  type CellBody,
  CONDUCTORS,
} from '../../physics/index.js';
import { CoreError } from '../../errors.js';
import { motionOf, type Motion } from '../rolling-cell/index.js';
import { armOf, armSums, type Corner, type SpinnerShape } from './shape.js';

/** Where the lower ends of the wire touch. */
export const TOUCHES = {
  rim: 'The rim of the magnet',
  can: 'The side of the cell, above the magnet',
  under: 'The middle of the magnet, from below',
} as const;
export type Touch = keyof typeof TOUCHES;

/**
 * A wire that turns on the nub of a cell: the cell stands on disc magnets, and the wire hangs from
 * the nub down to where it touches. SI. Leads are the contacts at nub and touch.
 */
export interface Spinner extends Coil {
  readonly magnets: {
    readonly diameter: number;
    /** Of one disc. */
    readonly thickness: number;
    /** B_r, T. */
    readonly remanence: number;
    readonly count: number;
    /** Which pole looks up, to the cell. */
    readonly up: 'north' | 'south';
  };
  /** Which end of the cell is up; the wire hangs on it. */
  readonly cellUp: 'plus' | 'minus';
  readonly shape: SpinnerShape;
  /** Across the whole wire, m, and how many arms hang down. */
  readonly width: number;
  readonly arms: number;
  readonly endsAt: Touch;
  /** How hard each lower end presses, N, and the friction there and on the nub. */
  readonly press: number;
  readonly friction: number;
}

/** Why it turns, or does not. */
export const SPINNER_STATES = {
  turns: 'It turns',
  insulated: 'It stays: the wire is covered where it should touch',
  'no-torque': 'It stays: both ends touch on the axis, where no flux lies between them',
  'too-weak':
    'It stays: it rubs harder than it is driven; bend the ends so that they only just touch',
} as const;
export type SpinnerState = keyof typeof SPINNER_STATES;

export interface SpinnerEvaluation {
  /** All arms side by side; `wireLength` is that of all of them. */
  readonly coil: WoundCoil;
  readonly cell: CellBody;
  readonly state: SpinnerState;
  /** Flux of the magnets through the circle of the touching point about the axis, Wb. */
  readonly flux: number;
  /** Torque on the wire at standstill and what rubs, N m. */
  readonly torque: number;
  readonly rubs: number;
  /** kg m². */
  readonly inertia: number;
  /** Seen from above. */
  readonly turns: 'clockwise' | 'anticlockwise';
  /** One arm from the nub down, the cell standing on z = 0 with its magnets below. */
  readonly arm: readonly Corner[];
  /** Speeds in rad/s, ways in rad; null where it stays. */
  readonly motion: Motion | null;
  /** Time until the cell is too warm, s. */
  readonly onTime: number;
}

const BOUNDS: readonly Bound<Spinner>[] = [
  ['magnets’ diameter', (s) => s.magnets.diameter, 1e-3, 0.2],
  ['magnets’ thickness', (s) => s.magnets.thickness, 1e-4, 0.1],
  ['remanence', (s) => s.magnets.remanence, 0.01, 2],
  ['number of magnets', (s) => s.magnets.count, 1, 50],
  ['width of the wire', (s) => s.width, 1e-3, 1],
  ['number of arms', (s) => s.arms, 1, 8],
  ['press', (s) => s.press, 0, 10],
  ['friction', (s) => s.friction, 0, 10],
];

/** Where the wire rests on the nub: radius of the ring on which it rubs, m. Common practice, no source. */
const NUB_RUBS_AT = 0.001;
/** Height above the magnet at which a wire on the can touches, m. */
const ABOVE = 0.003;
/** Air at 20 °C, kg/m³, and the drag coefficient of a thin cylinder across the stream. Hoerner, *Fluid-Dynamic Drag* (1965), from memory. */
const AIR = 1.2;
const DRAG = 1.1;

/**
 * Current, torque and motion. In a field that is symmetric about the axis the torque on a current
 * along any path from one point to another is I (Φ₂ − Φ₁)/2π, Φ the flux through the circle of the
 * point about the axis: the shape does not matter, only where it touches. The same flux gives the
 * voltage of the motion, ω (Φ₂ − Φ₁)/2π.
 * @throws CoreError as {@link stretchWire}, CELL_NOT_ROUND, ONE_CELL, QUANTITY_OUT_OF_RANGE.
 */
export function evaluateSpinner(design: Spinner): SpinnerEvaluation {
  checkBounds(design, BOUNDS);
  const { magnets, supply, arms } = design;
  if (supply.bench || supply.series !== 1 || supply.parallel !== 1) {
    throw new CoreError('ONE_CELL', 'A wire spins on one cell, which brings its own current.');
  }
  const cell = cellBody(supply.size);
  const stack = magnets.count * magnets.thickness;
  const top: Corner = { r: 0, z: cell.length };
  const end: Corner = {
    rim: { r: magnets.diameter / 2, z: -stack / 2 },
    can: { r: cell.diameter / 2, z: ABOVE },
    under: { r: 0, z: -stack },
  }[design.endsAt];
  const arm = armOf(design.shape, design.width, top, end);
  const sums = armSums(design.shape, arm);
  const closed = design.wire.insulation === 'bare';
  // Arms side by side: as one wire of their length and as many times its section.
  const one = stretchWire(
    { ...design, winding: { ...design.winding, turns: 1, tail: 0, branches: arms } },
    sums.length * arms,
  );
  const current = closed ? one.circuit.current : 0;
  const coil = {
    ...one,
    circuit: { ...one.circuit, current },
    allowedOnTime: closed ? one.allowedOnTime : Infinity,
  };

  const sheet = magnetSheet(magnets.remanence, magnets.diameter / 2, -stack, 0);
  const flux = end.r > 0 ? sheetFlux(sheet, end.r, end.z) : 0;
  const perAmpere = Math.abs(flux) / (2 * Math.PI);
  const torque = current * perAmpere;
  const area = (Math.PI * design.wire.diameter ** 2) / 4;
  const line = CONDUCTORS[design.wire.conductor].density_kg_per_m3 * area;
  const mass = line * sums.length * arms;
  const rubs =
    design.friction *
    (mass * STANDARD_GRAVITY * NUB_RUBS_AT + (closed ? arms * design.press * end.r : 0));
  const inertia = line * sums.secondMoment * arms;
  const state: SpinnerState = !closed
    ? 'insulated'
    : perAmpere < 1e-12
      ? 'no-torque'
      : torque <= rubs
        ? 'too-weak'
        : 'turns';
  const motion =
    state === 'turns'
      ? motionOf({
          mass: inertia,
          push: torque - rubs,
          perSpeed: perAmpere ** 2 / (coil.source.emf / current),
          perSpeedSquared: 0.5 * AIR * DRAG * design.wire.diameter * sums.thirdMoment * arms,
        })
      : null;
  // The torque about the upward axis is −I (Φ₂ − Φ₁)/2π for a current that flows from nub to touch.
  const down = design.cellUp === 'plus';
  const upward = (magnets.up === 'north') === flux > 0;
  const ambient = (supply.temperature ?? design.roomTemperature) - 273.15;
  return {
    coil: { ...coil, wireLength: sums.length * arms },
    cell,
    state,
    flux: Math.abs(flux),
    torque,
    rubs,
    inertia,
    turns: down === upward ? 'clockwise' : 'anticlockwise',
    arm,
    motion,
    onTime: closed ? cellOnTime(cellOf(supply), current, ambient) : Infinity,
  };
}

/** Cautions of cell, magnets and wire, stop before caution. */
export function spinnerCautions(design: Spinner, { coil }: SpinnerEvaluation): Caution[] {
  return [
    ...coilCautions(design, coil, { storedEnergy: 0, bendRadius: Infinity }),
    { code: 'strong-magnets', severity: 'caution' },
    { code: 'spinning-wire', severity: 'caution' },
    ...everyCoilsCautions(design),
  ];
}

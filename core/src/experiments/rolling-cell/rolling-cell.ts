import {
  STANDARD_GRAVITY,
  magnetSheet,
  sheetField,
  sheetForce,
  type CoaxialSheet,
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
  trialsOfCharge,
  type CellBody,
  wireSection,
} from '../../physics/index.js';
import { CoreError } from '../../errors.js';
import { motionOf, type Motion } from './motion.js';

/** How the poles of the two magnets lie to one another. */
export type Facing = 'opposed' | 'alike';
/** Which pole looks away from the cell at its leading end. */
export type Outward = 'north' | 'south';
/** Which end of the cell goes first. */
export type TrackEnd = 'plus' | 'minus';
/** What lies between the nub and its magnet. */
export type Washer = 'none' | 'plain' | 'steel';

/**
 * A cell between two disc magnets in a coil of bare wire, through which it drives itself: the wire
 * between the rims of the magnets carries the cell's current. SI. The winding's turns follow from gap
 * and length, see {@link withTrackTurns}. Leads are the contacts of the two rims.
 */
export interface RollingCell extends Coil {
  readonly magnets: {
    readonly diameter: number;
    /** Of one disc. */
    readonly thickness: number;
    /** B_r, T. */
    readonly remanence: number;
    readonly perEnd: number;
    readonly facing: Facing;
    readonly outward: Outward;
  };
  readonly washer: Washer;
  readonly leading: TrackEnd;
  readonly track: {
    /** Inside diameter of the coil, which is that of its mandrel, m. */
    readonly bore: number;
    /** Between one turn and the next, m. */
    readonly turnGap: number;
    readonly length: number;
    /** Of a track bent into a ring, m; absent where it is straight. */
    readonly ringRadius?: number;
    /** Rise of the track, rad. */
    readonly slope: number;
  };
  /** Coefficient of sliding friction of rims and wrapper on the turns. */
  readonly friction: number;
}

/** What it does, and why it stays where it stays. */
export const TRACK_STATES = {
  runs: 'It runs',
  'comes-back': 'It comes back out: turn the cell round, magnets and all',
  'poles-alike': 'It stays: the poles are alike, and what one magnet pushes the other holds',
  'too-weak': 'It stays: the push is less than friction and slope',
  insulated: 'It stays: the wire is covered, and no current flows',
  'turns-touch': 'It stays: the turns touch, and the current runs along them and not around',
  'steel-washer':
    'It may stay: a steel washer draws the disc aside, and its rim no longer touches the wire',
  'rims-too-small':
    'It stays: the magnets are no wider than the cell, so the wrapper lies on the wire',
  'too-wide': 'It may stay: the coil is so wide that the magnets lie askew in it',
  'bend-too-tight': 'It stays: the cell jams in so narrow a ring',
} as const;

export type TrackState = keyof typeof TRACK_STATES;

/** What tier 1 says of it. */
export interface RollingCellEvaluation {
  /** The wire between the magnets, with the cell's current; `wireLength` is the whole track's. */
  readonly coil: WoundCoil;
  readonly cell: CellBody;
  readonly state: TrackState;
  /** Length of the live section, m, its turns, and the distance from turn to turn, m. */
  readonly liveLength: number;
  readonly liveTurns: number;
  readonly pitch: number;
  /** From the outer face of one magnet to that of the other, m, and all that moves, kg. */
  readonly trainLength: number;
  readonly mass: number;
  readonly turns: number;
  /** Current round the rim of the magnets at one end that acts like them, A. */
  readonly rimCurrent: number;
  /** Flux density in the middle of the live section, of its current alone, T. */
  readonly fluxDensity: number;
  /** Force on the leading and on the following magnets at standstill, N, forward positive. */
  readonly forceLeading: number;
  readonly forceFollowing: number;
  /** The size of their sum for one ampere, N/A. */
  readonly forcePerAmpere: number;
  /** Friction and slope together, N. */
  readonly held: number;
  /** The narrowest ring that it goes through, by its middle line, m. */
  readonly narrowestRing: number;
  /** Null where it does not run. */
  readonly run: TrackRun | null;
}

/** A run from rest to where the leading magnet leaves the coil. */
export interface TrackRun {
  readonly motion: Motion;
  /** Time it takes, s, and speed at its end, m/s. */
  readonly time: number;
  readonly speed: number;
  /** Its way, m. */
  readonly distance: number;
  /** Mean of the current over it, A: the motion's own voltage takes some of it. */
  readonly meanCurrent: number;
  /** Runs one after another until the cell is too warm; Infinity where it never is. */
  readonly runsUntilWarm: number;
  /** Runs until half the cell's charge is drawn. */
  readonly runsOfCharge: number;
  /** Round and round, where the coil is long enough to close the ring; null elsewhere. */
  readonly laps: TrackLaps | null;
}

/** A closed ring: the cell goes on until something ends it. */
export interface TrackLaps {
  /** Once round at the speed that it reaches in the end, s. */
  readonly time: number;
  /** Laps until the cell is too warm, counted from rest; Infinity where it never is. */
  readonly untilWarm: number;
  /** Laps until half the cell's charge is drawn. */
  readonly ofCharge: number;
}

const BOUNDS: readonly Bound<RollingCell>[] = [
  ['magnets’ diameter', (c) => c.magnets.diameter, 1e-3, 0.2],
  ['magnets’ thickness', (c) => c.magnets.thickness, 1e-4, 0.1],
  ['remanence', (c) => c.magnets.remanence, 0.01, 2],
  ['number of magnets', (c) => c.magnets.perEnd, 1, 50],
  ['inside of the coil', (c) => c.track.bore, 1e-3, 0.3],
  ['gap between turns', (c) => c.track.turnGap, 0, 0.1],
  ['length of the track', (c) => c.track.length, 0.01, 1000],
  ['ring', (c) => c.track.ringRadius ?? 1, 1e-3, 1e4],
  ['slope', (c) => c.track.slope, -Math.PI / 2, Math.PI / 2],
  ['friction', (c) => c.friction, 0, 10],
];

/** Of sintered neodymium magnets, kg/m³. Common practice, no source. */
const MAGNET_DENSITY = 7500;
/** Thickness of the washer on the nub, m. Common practice, no source. */
const WASHER_M = 0.001;
/** Turns that a hand winds nearer than this touch somewhere, m. Common practice, no source. */
const APART_M = 1e-4;
/** A coil wider than this, in diameters of the magnets, lets them lie askew. Common practice, no source. */
const TOO_WIDE = 1.4;
/**
 * Share of its energy of motion that is lost at each turn that a rim runs over. Common practice, no
 * source: chosen so that a usual track is run at walking speed; within a factor of three.
 */
const LOST_AT_A_TURN = 0.05;

/** Wire in a metre of track, m: a helix about the middle of the wire. */
function helix({ track, wire }: RollingCell): { pitch: number; radius: number; perMetre: number } {
  const { width, height } = wireSection(wire);
  const pitch = width + track.turnGap;
  const radius = track.bore / 2 + height / 2;
  return { pitch, radius, perMetre: Math.hypot(2 * Math.PI * radius, pitch) / pitch };
}

/** The same design with the whole number of turns that its track has. */
export function withTrackTurns(design: RollingCell): RollingCell {
  const turns = Math.max(1, Math.round(design.track.length / helix(design).pitch));
  return { ...design, winding: { ...design.winding, turns } };
}

/** Wire for a length of track, m. */
export function wireOfTrack(cell: RollingCell, length: number): number {
  return length * helix(cell).perMetre;
}

/** Track that a length of wire makes, m; the inverse of {@link wireOfTrack}. */
export function trackOfWire(cell: RollingCell, wire: number): number {
  return wire / helix(cell).perMetre;
}

/**
 * Current, forces and run. The current flows through the turns from the inner edge of one rim to that
 * of the other: turns under a rim are short-circuited by it. Live section and magnets are coaxial
 * current sheets: B_r/μ0 round the rim of a disc. The motion's own voltage is k v with the same k =
 * force per ampere, by energy.
 * @throws CoreError as {@link stretchWire}, CELL_NOT_ROUND, ONE_CELL, TRACK_TOO_NARROW,
 *   TRACK_TOO_SHORT, QUANTITY_OUT_OF_RANGE.
 */
export function evaluateRollingCell(design: RollingCell): RollingCellEvaluation {
  checkBounds(design, BOUNDS);
  const { magnets, track, supply } = design;
  if (supply.bench || supply.series !== 1 || supply.parallel !== 1) {
    throw new CoreError(
      'ONE_CELL',
      'Only one cell runs in the coil, and it brings its own current.',
    );
  }
  const cell = cellBody(supply.size);
  const widest = Math.max(cell.diameter, magnets.diameter);
  if (widest >= track.bore) {
    throw new CoreError('TRACK_TOO_NARROW', 'Cell and magnets do not fit into the coil.', {
      widest_m: widest,
      bore_m: track.bore,
    });
  }
  const { pitch, radius, perMetre } = helix(design);
  const liveLength = cell.length + (design.washer === 'none' ? 0 : WASHER_M);
  const stack = magnets.perEnd * magnets.thickness;
  const trainLength = liveLength + 2 * stack;
  if (trainLength > track.length) {
    throw new CoreError('TRACK_TOO_SHORT', 'The coil is shorter than the cell with its magnets.', {
      train_m: trainLength,
      track_m: track.length,
    });
  }
  const liveTurns = liveLength / pitch;
  const turns = track.length / pitch;
  const closed = design.wire.insulation === 'bare';
  const around = closed && track.turnGap >= APART_M;
  const wound = stretchWire(
    { ...design, winding: { ...design.winding, turns: liveTurns, tail: 0 } },
    liveLength * perMetre,
  );
  const coil = { ...(closed ? wound : withoutCurrent(wound)), wireLength: track.length * perMetre };
  const mass = cell.mass + 2 * Math.PI * (magnets.diameter / 2) ** 2 * stack * MAGNET_DENSITY;

  // Clockwise, going away: a current with the travel then makes a field with the travel.
  const forward = design.leading === 'minus' ? 1 : -1;
  const sense = design.winding.sense === 'clockwise' ? 1 : -1;
  const section = (current: number): CoaxialSheet => ({
    radius,
    from: 0,
    to: liveLength,
    ampereTurns: around ? forward * sense * current * liveTurns : 0,
  });
  const pole = magnets.outward === 'north' ? 1 : -1;
  const disc = (from: number, sign: number): CoaxialSheet => {
    const sheet = magnetSheet(magnets.remanence, magnets.diameter / 2, from, from + stack);
    return { ...sheet, ampereTurns: sign * sheet.ampereTurns };
  };
  const leading = disc(liveLength, pole);
  const following = disc(-stack, magnets.facing === 'opposed' ? -pole : pole);
  const unit = section(1);
  const [perLeading, perFollowing] = [sheetForce(unit, leading), sheetForce(unit, following)];
  const perAmpere = perLeading + perFollowing;
  const { current } = coil.circuit;

  // A stiff stick in a bent tube: its corners touch outside, its middle inside.
  const bend = trainLength ** 2 / (8 * (track.bore - widest)) - widest / 2;
  const weight = mass * STANDARD_GRAVITY;
  const held = design.friction * weight * Math.cos(track.slope) + weight * Math.sin(track.slope);
  const force = perAmpere * current;
  const state = stateOf();
  const run = state === 'runs' ? runOf() : null;
  return {
    coil,
    cell,
    state,
    liveLength,
    liveTurns,
    pitch,
    trainLength,
    mass,
    turns,
    rimCurrent: Math.abs(leading.ampereTurns),
    fluxDensity: Math.abs(sheetField(radius, liveLength, section(current).ampereTurns, 0, 0).z),
    forceLeading: perLeading * current,
    forceFollowing: perFollowing * current,
    forcePerAmpere: Math.abs(perAmpere),
    held,
    narrowestRing: bend,
    run,
  };

  function stateOf(): TrackState {
    if (!closed) return 'insulated';
    if (!around) return 'turns-touch';
    if (magnets.diameter <= cell.diameter) return 'rims-too-small';
    if (design.washer === 'steel') return 'steel-washer';
    if (track.bore > TOO_WIDE * magnets.diameter) return 'too-wide';
    if (track.ringRadius !== undefined && track.ringRadius < bend) return 'bend-too-tight';
    if (magnets.facing === 'alike') return 'poles-alike';
    if (Math.abs(force) <= held) return 'too-weak';
    return force > 0 ? 'runs' : 'comes-back';
  }

  function runOf(): TrackRun {
    const resistance = coil.source.emf / current;
    const distance = track.length - trainLength;
    const motion = motionOf({
      mass,
      push: force - held,
      perSpeed: perAmpere ** 2 / resistance,
      perSpeedSquared: (LOST_AT_A_TURN * mass) / (2 * pitch),
    });
    const time = motion.timeOf(distance);
    // The voltage of the motion is in proportion to the speed, and so is its mean.
    const meanCurrent = current - ((perAmpere / resistance) * distance) / time;
    const used = cellOf(supply);
    const ambient = (supply.temperature ?? design.roomTemperature) - 273.15;
    // I² is never more than the first current times the present one.
    const warm = cellOnTime(used, Math.sqrt(current * meanCurrent), ambient);
    return {
      motion,
      time,
      speed: motion.speedAt(time),
      distance,
      meanCurrent,
      runsUntilWarm: Math.floor(warm / time),
      runsOfCharge: trialsOfCharge(used, meanCurrent, time),
      laps: lapsOf(motion),
    };

    function lapsOf({ limitSpeed, wayAt }: Motion): TrackLaps | null {
      const round = 2 * Math.PI * (track.ringRadius ?? Infinity);
      if (track.length < round) return null;
      const steady = current - (perAmpere / resistance) * limitSpeed;
      const untilWarm = cellOnTime(used, steady, ambient);
      const lap = round / limitSpeed;
      return {
        time: lap,
        untilWarm: Number.isFinite(untilWarm) ? Math.floor(wayAt(untilWarm) / round) : Infinity,
        ofCharge: trialsOfCharge(used, steady, lap),
      };
    }
  }
}

/** A coil whose circuit is open. */
function withoutCurrent(wound: WoundCoil): WoundCoil {
  const { circuit, source } = wound;
  const none = { current: 0, coilVoltage: 0, coilPower: 0, leadPower: 0, cellPower: 0 };
  return {
    ...wound,
    circuit: { ...circuit, ...none, terminalVoltage: source.emf },
    branchCurrent: 0,
    ampereTurns: 0,
    allowedOnTime: Infinity,
    cells: { current: 0, power: 0, onTime: Infinity },
  };
}

/** Cautions of cell, magnets and coil, stop before caution. */
export function rollingCellCautions(
  design: RollingCell,
  { coil }: RollingCellEvaluation,
): Caution[] {
  return [
    ...coilCautions(design, coil, { storedEnergy: 0, bendRadius: design.track.bore / 2 }),
    { code: 'strong-magnets', severity: 'caution' },
    { code: 'off-the-track', severity: 'caution' },
    ...everyCoilsCautions(design),
  ];
}

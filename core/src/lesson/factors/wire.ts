import {
  COIL_LIMITS,
  turnsOfWire,
  type Coil,
  CONDUCTORS,
  INSULATIONS,
  type ConductorId,
  type Insulation,
} from '../../physics/index.js';
import {
  formerOfSet,
  windCompassSet,
  type CompassSet,
  buildMagnet,
  formerOf,
  withTrackTurns,
  buildShell,
  coilOfShell,
  formerOfShell,
} from '../../experiments/index.js';
import { CoreError } from '../../errors.js';
import type { LevelValue } from './axis.js';
import { onEveryFixedCoil, type Factor, type FactorAccessor } from './factor.js';

/** A lens on the length of wire: as many turns as it makes, its tails as long as they were. */
function byLength<D extends Coil>(
  lengthOf: (design: D) => number,
  turnsFrom: (design: D, length: number) => number,
): FactorAccessor<D> {
  return {
    read(design) {
      try {
        return lengthOf(design);
      } catch (error) {
        if (error instanceof CoreError) return null;
        throw error;
      }
    },
    apply(design, level) {
      const turns = turnsFrom(design, Number(level));
      if (turns < 1) {
        throw new CoreError('LEVEL_IMPOSSIBLE', 'So little wire makes not even one turn.', {
          wire_length_m: Number(level),
        });
      }
      return { ...design, winding: { ...design.winding, turns } };
    },
  };
}

/** Turns, or passes of a straight wire, that a length makes. */
function turnsOfSet(set: CompassSet, length: number): number {
  return set.shape === 'wire'
    ? Math.floor((length - 2 * set.winding.tail) / set.length + 1e-9)
    : turnsOfWire(set, formerOfSet(set), length);
}

/** Wire cut for the coil, with the same tails: turns follow. */
export const wireLength: Factor = {
  name: 'Length of wire',
  phrase: 'the length of wire, tails as long as ever',
  plainly: 'how long a wire we wind',
  more: 'the longer the wire',
  axis: { kind: 'quantity', quantity: 'length', ...COIL_LIMITS.wireLength },
  on: {
    'straight-magnet': byLength(
      (design) => buildMagnet(design).wireLength,
      (design, length) => turnsOfWire(design, formerOf(design), length),
    ),
    'shell-magnet': byLength(
      (design) => buildShell(design).wireLength,
      (design, length) => turnsOfWire(coilOfShell(design), formerOfShell(design), length),
    ),
    compass: byLength((design) => windCompassSet(design).wireLength, turnsOfSet),
  },
  sideEffects: ['turns', 'resistance', 'current', 'heat', 'drain'],
  expected: 1,
  suggest: (present) => [0.5, 0.75, 1, 1.5, 2].map((by) => tenths(Number(present) * by)),
};

/** Rounded to a tenth of a metre, or to a centimetre below one. */
const tenths = (metres: number): number =>
  metres < 1 ? Math.round(metres * 20) / 20 : Math.round(metres * 10) / 10;

/** Preferred diameters of the standard. Source: IEC 60317-0-1, R20 series, m. */
const PREFERRED = [0.1, 0.125, 0.16, 0.2, 0.25, 0.315, 0.4, 0.5, 0.63, 0.8, 1, 1.25, 1.6].map(
  (mm) => mm / 1000,
);

/** Diameter of the bare conductor; a strip of foil is cut wider instead. */
export const wireThickness: Factor = {
  name: 'Thickness of the wire',
  phrase: 'the thickness of the wire',
  plainly: 'how thick the wire is',
  more: 'the thicker the wire',
  axis: { kind: 'quantity', quantity: 'wireDiameter', ...COIL_LIMITS.wireSize },
  on: {
    ...onEveryFixedCoil({
      read: ({ wire }) => (wire.form === 'foil' ? null : wire.diameter),
      apply(coil, level) {
        if (coil.wire.form === 'foil') {
          throw new CoreError('LEVEL_IMPOSSIBLE', 'Foil has a width, not a thickness of wire.');
        }
        return { ...coil, wire: { ...coil.wire, diameter: Number(level) } };
      },
    }),
    spinner: {
      read: ({ wire }) => wire.diameter,
      apply: (design, level) => ({
        ...design,
        wire: { ...design.wire, diameter: Number(level) },
      }),
    },
    'rolling-cell': {
      read: ({ wire }) => wire.diameter,
      apply: (design, level) =>
        withTrackTurns({ ...design, wire: { ...design.wire, diameter: Number(level) } }),
    },
  },
  sideEffects: ['resistance', 'current', 'heat', 'drain'],
  expected: 1,
  suggest: (present) => {
    const nearest = PREFERRED.reduce(
      (best, d, k) =>
        Math.abs(d - Number(present)) < Math.abs(PREFERRED[best]! - Number(present)) ? k : best,
      0,
    );
    return PREFERRED.slice(Math.max(0, nearest - 2), nearest + 3);
  },
};

const COVERS = { 'enamel-1': 'enamelled', 'hook-up': 'plastic-covered', bare: 'bare' } as const;

const KINDS: Readonly<Record<string, string>> = Object.fromEntries(
  (Object.keys(CONDUCTORS) as ConductorId[]).flatMap((conductor) =>
    (Object.keys(COVERS) as (keyof typeof COVERS)[]).map((cover) => [
      `${conductor}/${cover}`,
      `${CONDUCTORS[conductor].name.replace(/ wire$/, '')}, ${COVERS[cover]}`,
    ]),
  ),
);

/** Conductor and insulation together, as wire is bought. */
export const wireKind: Factor = {
  name: 'Kind of wire',
  phrase: 'the kind of wire',
  plainly: 'which wire we wind',
  axis: {
    kind: 'kinds',
    options: KINDS,
    aliases: { copper: 'copper/enamel-1', aluminium: 'aluminium/enamel-1', iron: 'iron/hook-up' },
  },
  on: onEveryFixedCoil({
    read: ({ wire }) => {
      const insulation: Insulation = wire.insulation === 'enamel-2' ? 'enamel-1' : wire.insulation;
      return wire.form === 'foil' ? null : `${wire.conductor}/${insulation}`;
    },
    apply(coil, level) {
      const [conductor, insulation] = String(level).split('/') as [ConductorId, Insulation];
      if (!Object.hasOwn(INSULATIONS, insulation) || coil.wire.form === 'foil') {
        throw new CoreError('LEVEL_IMPOSSIBLE', 'This coil cannot be wound of that wire.');
      }
      return { ...coil, wire: { ...coil.wire, conductor, insulation } };
    },
  }),
  sideEffects: ['resistance', 'current', 'heat'],
  expected: 0,
  suggest: (): LevelValue[] => ['copper/enamel-1', 'copper/hook-up', 'iron/hook-up'],
};

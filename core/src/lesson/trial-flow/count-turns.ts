import type { WoundCoil } from '../../physics/index.js';

/**
 * How far the resistance of a metre may be off what the nominal diameter gives, standard deviation
 * as a share. Enamelled wire of 0.2 to 1 mm is within about 5 % by its standard; from memory.
 */
const WIRE_TOLERANCE = 0.025;
/** The same of its mass, which enamel and diameter change. Common practice, no source. */
const MASS_TOLERANCE = 0.03;
/** Share that one turn is longer or shorter than the next when wound by hand. Common practice, no source. */
const HAND = 0.02;
/** Standard deviations within which a count is as it should be: 95 of a hundred. */
const COVER = 1.96;
/** A check that cannot tell so many turns from each other is none. */
const COARSE = 0.25;

/** Where the hand is in a winding. */
export interface WindingPlace {
  /** Layer from 0, its turns, and how many of them are wound. */
  readonly layer: number;
  readonly layers: number;
  readonly inLayer: number;
  readonly wound: number;
  /** Whether this layer goes toward the end with the higher position. */
  readonly forward: boolean;
  /** Wire that is still to be wound, the last tail included, m. */
  readonly wireLeft: number;
}

/** @param turns wound so far; beyond the last turn it is that. @returns null for a coil of no turns. */
export function windingPlace(coil: WoundCoil, turns: number): WindingPlace | null {
  const { layers } = coil.winding;
  let rest = Math.max(0, turns);
  for (const [i, { turns: inLayer, from, to }] of layers.entries()) {
    // A full layer shows until the first turn of the next one.
    if (rest <= inLayer || i === layers.length - 1) {
      return {
        layer: i,
        layers: layers.length,
        inLayer,
        wound: Math.min(rest, inLayer),
        forward: to >= from,
        wireLeft:
          Math.max(0, wireOfTurns(coil, turnsOf(coil)) - wireOfTurns(coil, turns)) + tailOf(coil),
      };
    }
    rest -= inLayer;
  }
  return null;
}

/** What a meter or a scale shows, SI, and to what it reads: it may be off by that, either way. */
export interface Shown {
  readonly by: 'resistance' | 'mass';
  readonly value: number;
  readonly readsTo: number;
}

/** Turns that a coil has on each of its cores, from what was measured of it. */
export interface CountedTurns {
  readonly turns: number;
  /** 95 of a hundred counts lie so near, turns. */
  readonly uncertainty: number;
  /** As it should be; so many more or fewer that it is worth to recount; or not to be told. */
  readonly verdict: 'right' | 'recount' | 'coarse';
}

/**
 * Turns from the resistance of a coil (the meter's own leads taken off) or the mass of its wire.
 * What it reads to is the half width of a rectangular distribution: JCGM 100:2008 (GUM), 4.3.7.
 * @param massOfMetre of the wire with its insulation, kg/m.
 * @returns null where nothing is wound, or the wire alone would show more.
 */
export function countTurns(
  coil: WoundCoil,
  shown: Shown,
  massOfMetre: number,
): CountedTurns | null {
  const planned = turnsOf(coil);
  if (planned === 0) return null;
  const ofMetre = shown.by === 'mass' ? massOfMetre : coil.coilResistance / coil.wireLength;
  const length = shown.value / ofMetre;
  // Two cores on one wire have the same winding: each has half of what is not tail or bridge.
  const cores = Math.max(1, Math.round(coil.wireLength / coil.winding.wireLength));
  const straight = coil.wireLength - cores * wireOfTurns(coil, planned);
  const wound = (length - straight) / cores;
  if (!(wound > 0)) return null;
  const turns = turnsOfWire(coil, wound);
  const perTurn = wound / Math.max(turns, 1);
  const tolerance = shown.by === 'mass' ? MASS_TOLERANCE : WIRE_TOLERANCE;
  const spread = Math.hypot(
    shown.readsTo / Math.sqrt(3) / ofMetre / perTurn,
    (length * tolerance) / perTurn,
    Math.sqrt(turns) * HAND,
  );
  const uncertainty = COVER * spread;
  const coarse = uncertainty > COARSE * planned;
  const right = Math.abs(turns - planned) <= uncertainty;
  return { turns, uncertainty, verdict: coarse ? 'coarse' : right ? 'right' : 'recount' };
}

const turnsOf = ({ winding }: WoundCoil): number =>
  winding.layers.reduce((sum, { turns }) => sum + turns, 0);

const tailOf = (coil: WoundCoil): number =>
  (coil.winding.wireLength - wireOfTurns(coil, turnsOf(coil))) / 2;

const turnLength = ({ winding }: WoundCoil, radius: number): number =>
  Math.hypot(2 * Math.PI * radius, winding.pitch);

/** Wire in the first turns, m; more than there are go on like the last. */
function wireOfTurns(coil: WoundCoil, turns: number): number {
  const { layers } = coil.winding;
  let [rest, length] = [turns, 0];
  for (const [i, { turns: inLayer, radius }] of layers.entries()) {
    const here = i === layers.length - 1 ? rest : Math.min(rest, inLayer);
    length += here * turnLength(coil, radius);
    rest -= here;
  }
  return length;
}

/** The inverse of {@link wireOfTurns}. */
function turnsOfWire(coil: WoundCoil, length: number): number {
  const { layers } = coil.winding;
  let [rest, turns] = [length, 0];
  for (const [i, { turns: inLayer, radius }] of layers.entries()) {
    const each = turnLength(coil, radius);
    const here = i === layers.length - 1 ? rest / each : Math.min(rest / each, inLayer);
    turns += here;
    rest -= here * each;
  }
  return turns;
}

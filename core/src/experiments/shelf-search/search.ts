import {
  sourceOf,
  type WoundCoil,
  type TouchTime,
  isDemonstrationSupply,
  wireSection,
} from '../../physics/index.js';
import { CoreError } from '../../errors.js';
import { buildMagnet, evaluateMagnet, type MagnetDesign } from '../magnet/index.js';

/** What is on the shelf, in SI; `id` is given back with what was found. */
export interface SearchStock {
  readonly cores: readonly {
    readonly id: string;
    readonly core: MagnetDesign['core'];
    readonly count: number;
  }[];
  readonly reels: readonly {
    readonly id: string;
    readonly wire: MagnetDesign['wire'];
    /** Length left, m. */
    readonly length: number;
  }[];
  readonly cells: readonly {
    readonly id: string;
    readonly cell: Pick<MagnetDesign['supply'], 'chemistry' | 'size' | 'measured'>;
    readonly count: number;
  }[];
}

/** What a design found must keep. SI. */
export interface SearchLimits {
  /** Equal magnets to be built, one a group. */
  readonly groups: number;
  readonly objectMass: number;
  readonly heap?: MagnetDesign['heap'];
  readonly method?: MagnetDesign['method'];
  /** How the winding is touched; the on-time ends at its limit. */
  readonly touch?: TouchTime;
  /** Shortest on-time that is wanted, s. */
  readonly onTime: number;
  /** Most wire for one magnet, m; Infinity for what the reel holds. */
  readonly wire: number;
  readonly roomTemperature: number;
  readonly leads: MagnetDesign['leads'];
}

/** A design that can be built, with what it draws on. */
export interface FoundDesign {
  readonly design: MagnetDesign;
  readonly core: string;
  readonly reel: string;
  readonly cell: string;
  /** Wire for one magnet, m. */
  readonly wire: number;
  readonly liftedMass: number;
  readonly liftedCount: number;
  readonly onTime: number;
}

export interface SearchProgress {
  /** 0 … 1. */
  readonly share: number;
  readonly candidates: number;
  readonly evaluated: number;
}

/** The front: from little wire to much, each lifting at least 2 % more than all with less wire. */
export interface SearchResult extends SearchProgress {
  readonly front: readonly FoundDesign[];
}

const BARE_TIPS = [0.003, 0.006, 0.012, 0.025];
const WINDOW_SHARES = [0.3, 0.6, 1];
const MOST_LAYERS = 6;
const STEPS_A_LAYER = 4;
const MOST_SERIES = 4;
const MOST_PARALLEL = 2;
/** Further designs on the front must lift this much more, so that it can be read. */
const WORTH = 1.02;
const REPORT_EVERY = 40;
/** Share of the progress for the cheap part. */
const CHEAP_SHARE = 0.4;

/** A winding with one of the supplies that may feed it. */
interface Candidate {
  readonly design: MagnetDesign;
  readonly core: string;
  readonly reel: string;
  readonly cell: string;
  readonly wire: number;
  readonly ampereTurns: number;
  readonly onTime: number;
  readonly place: Place;
  /** Whether its first layer fills the stretch, so that its turns lie as those of others there. */
  readonly filled: boolean;
}

/** A stretch of a core that is wound. */
interface Place {
  readonly core: SearchStock['cores'][number];
  readonly start: number;
  readonly end: number;
}

/**
 * Searches the shelf for the designs that lift most for their wire and can be built for all groups.
 *
 * Cheap first: winding, circuit and heat of every candidate, and what the shelf holds. Then the field
 * only where it can matter: the same winding lifts more with more ampere-turns, so of all supplies
 * that may feed it only the one with most is evaluated in full; and of windings that fill the same
 * stretch only those whose ampere-turns may carry them onto the front ({@link Reached}). Adult-only
 * supplies are left out.
 * A generator, so that its caller can report progress and stop.
 */
export function* searchShelf(
  stock: SearchStock,
  limits: SearchLimits,
): Generator<SearchProgress, SearchResult> {
  const best: Candidate[] = [];
  let considered = 0;
  const places = placesOf(stock, limits);
  for (const [i, place] of places.entries()) {
    for (const wound of windingsAt(place, stock, limits)) {
      considered += wound.packs.length;
      const strongest = strongestAllowed(wound, limits);
      if (strongest) best.push(strongest);
    }
    yield { share: (CHEAP_SHARE * (i + 1)) / places.length, candidates: considered, evaluated: 0 };
  }
  best.sort(byWire);
  const front: FoundDesign[] = [];
  const reached = new Reached();
  let evaluated = 0;
  for (const [i, candidate] of best.entries()) {
    const least = (front.at(-1)?.liftedMass ?? 0) * WORTH;
    if (reached.mostOf(candidate) > least) {
      const found = inFull(candidate);
      evaluated++;
      reached.note(candidate, found.liftedMass);
      if (found.liftedMass > least) front.push(found);
    }
    if (i % REPORT_EVERY !== 0) continue;
    const share = CHEAP_SHARE + ((1 - CHEAP_SHARE) * i) / best.length;
    yield { share, candidates: considered, evaluated };
  }
  return { share: 1, candidates: considered, evaluated, front };
}

/** The same front with every candidate evaluated in full; slow, for holding the search against. */
export function searchByBruteForce(stock: SearchStock, limits: SearchLimits): FoundDesign[] {
  const all = placesOf(stock, limits)
    .flatMap((place) => [...windingsAt(place, stock, limits)])
    .flatMap((wound) => wound.packs.map((pack) => candidateOf(wound, pack, limits)))
    .filter((candidate) => candidate !== null);
  return frontOf(all.sort(byWire).map(inFull));
}

/** How fast the mass lifted grows with the ampere-turns, at most: its power, and what else may add. */
const STEEPEST = 4;
const BESIDE = 1.05;

/**
 * What was lifted on each stretch that a winding fills, and what another winding there lifts at most.
 * Far from the pole the mass goes as its strength to the power 6/5; a film on the face grows faster,
 * and how the last layer lies adds a little. The tests hold fronts against searches without it.
 */
class Reached {
  private readonly known = new Map<Place, { ampereTurns: number; mass: number }[]>();

  note({ place, filled, ampereTurns }: Candidate, mass: number): void {
    if (!filled) return;
    const there = this.known.get(place) ?? [];
    there.push({ ampereTurns, mass });
    this.known.set(place, there);
  }

  mostOf({ place, filled, ampereTurns }: Candidate): number {
    if (!filled) return Infinity;
    return (this.known.get(place) ?? []).reduce(
      (least, { ampereTurns: other, mass }) =>
        Math.min(least, BESIDE * mass * Math.max(1, ampereTurns / other) ** STEEPEST),
      Infinity,
    );
  }
}

const byWire = (p: Candidate, q: Candidate): number =>
  p.wire - q.wire || q.ampereTurns - p.ampereTurns;

/** Those that lift more than everything with less wire; given by rising wire. */
function frontOf(found: readonly FoundDesign[]): FoundDesign[] {
  let best = 0;
  return found.filter(({ liftedMass }) => {
    if (liftedMass <= best * WORTH) return false;
    best = liftedMass;
    return true;
  });
}

function placesOf(stock: SearchStock, { groups }: SearchLimits): Place[] {
  return stock.cores
    .filter(({ count }) => count >= groups)
    .flatMap((core) => {
      const { length } = core.core;
      return BARE_TIPS.filter((tip) => tip < length / 2).flatMap((tip) =>
        WINDOW_SHARES.map((share) => ({
          core,
          start: (length - tip) * (1 - share),
          end: length - tip,
        })),
      );
    });
}

/** A winding of the shelf's wire on a stretch, and the ways to feed it. */
interface Wound {
  readonly place: Place;
  readonly reel: SearchStock['reels'][number];
  readonly turns: number;
  readonly perLayer: number;
  readonly packs: readonly Pack[];
}

/** Every winding on one stretch. */
function* windingsAt(place: Place, stock: SearchStock, limits: SearchLimits): Generator<Wound> {
  const supplies = stock.cells
    .filter(({ cell }) => !isDemonstrationSupply(cell.chemistry))
    .flatMap((cell) => packs(cell, limits.groups));
  for (const reel of stock.reels) {
    const { width } = wireSection(reel.wire);
    const perLayer = Math.floor((place.end - place.start - width) / (width * NEATNESS) + 1);
    if (perLayer < 1) continue;
    for (let step = 1; step <= MOST_LAYERS * STEPS_A_LAYER; step++) {
      const turns = Math.round((perLayer * step) / STEPS_A_LAYER);
      if (turns < 1) continue;
      yield { place, reel, turns, perLayer, packs: supplies };
    }
  }
}

interface Pack {
  readonly cell: SearchStock['cells'][number];
  readonly series: number;
  readonly parallel: number;
}

/** Ways to connect cells of which there are enough for all groups. */
function packs(cell: SearchStock['cells'][number], groups: number): Pack[] {
  const all: Pack[] = [];
  for (let series = 1; series <= MOST_SERIES; series++) {
    for (let parallel = 1; parallel <= MOST_PARALLEL; parallel++) {
      if (series * parallel * groups <= cell.count) all.push({ cell, series, parallel });
    }
  }
  return all;
}

/**
 * The supply with most ampere-turns that keeps all limits. The coil is the same for all of them, so
 * Ohm's law orders them, and heat is only looked at until one stays cool enough.
 */
function strongestAllowed(wound: Wound, limits: SearchLimits): Candidate | null {
  if (wound.packs.length === 0) return null;
  let coil: WoundCoil;
  try {
    coil = buildMagnet(designOf(wound, wound.packs[0]!, limits));
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
  const around = coil.leadResistance + coil.coilResistance;
  const current = ({ cell, series, parallel }: Pack): number => {
    const { emf, resistance } = sourceOf({ ...cell.cell, series, parallel, plusTail: 'first' });
    return emf / (resistance + around);
  };
  const ordered = wound.packs
    .map((pack) => ({ pack, current: current(pack) }))
    .sort((p, q) => q.current - p.current);
  for (const { pack } of ordered) {
    const candidate = candidateOf(wound, pack, limits);
    if (candidate) return candidate;
  }
  return null;
}

const NEATNESS = 1.1;
const TAIL_M = 0.15;

function designOf(
  { place, reel, turns }: Wound,
  { cell, series, parallel }: Pack,
  limits: SearchLimits,
): MagnetDesign {
  return {
    core: place.core.core,
    wire: reel.wire,
    winding: {
      turns,
      start: place.start,
      end: place.end,
      base: 0,
      neatness: NEATNESS,
      layerStyle: 'back',
      startAt: 'tip',
      sense: 'clockwise',
      tail: TAIL_M,
    },
    supply: { ...cell.cell, series, parallel, plusTail: 'first' },
    leads: limits.leads,
    ends: 'one',
    objectMass: limits.objectMass,
    ...(limits.heap && { heap: limits.heap }),
    ...(limits.method && { method: limits.method }),
    roomTemperature: limits.roomTemperature,
    ...(limits.touch && { touch: limits.touch }),
  };
}

/** A winding with one supply; null when it breaks a limit. */
function candidateOf(wound: Wound, pack: Pack, limits: SearchLimits): Candidate | null {
  const design = designOf(wound, pack, limits);
  const { place, reel, turns, perLayer } = wound;
  try {
    const { wireLength, ampereTurns, allowedOnTime } = buildMagnet(design);
    const tooMuch = wireLength > limits.wire || wireLength * limits.groups > reel.length;
    if (tooMuch || allowedOnTime < limits.onTime) return null;
    return {
      design,
      core: place.core.id,
      reel: reel.id,
      cell: pack.cell.id,
      wire: wireLength,
      ampereTurns,
      onTime: allowedOnTime,
      place,
      filled: turns >= perLayer,
    };
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

function inFull({ design, core, reel, cell, wire, onTime }: Candidate): FoundDesign {
  const { liftedMass, liftedCount } = evaluateMagnet(design);
  return { design, core, reel, cell, wire, liftedMass, liftedCount, onTime };
}

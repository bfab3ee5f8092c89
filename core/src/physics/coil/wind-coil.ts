import { solveCircuit, type CircuitState } from '../circuit/index.js';
import { CoreError } from '../../errors.js';
import {
  SLEEVE_W_PER_MK,
  steadyTemperature,
  STILL_AIR_W_PER_M2K,
  timeToReach,
  touchLimit,
  WINDING_TO_CORE_W_PER_M2K,
  type CoreLump,
  type LumpedWinding,
  type TouchedSurface,
} from '../heat/index.js';
import { cellOnTime, cellPower, type Source } from '../supply/index.js';
import { layWinding, turnsFromLength, type Winding, type WindingSpec } from '../winding/index.js';
import { CONDUCTORS, resistanceOfLength, wireSection, type WireSection } from '../wire/index.js';
import { checkCoil, requireInsulated } from './check-coil.js';
import type { Coil, Former } from './coil.js';
import { cellOf, sourceOf } from './source.js';

/** A coil as wound, connected and warmed: all that needs no field. SI, temperatures in °C. */
export interface WoundCoil {
  readonly winding: Winding;
  readonly wire: WireSection;
  /** Wire to cut for the whole coil, all tails included, m; and how many tails it has. */
  readonly wireLength: number;
  readonly tails: number;
  readonly source: Source;
  /** Leads and switch, Ω. */
  readonly leadResistance: number;
  /** Coil resistance at room temperature as the supply sees it, Ω. */
  readonly coilResistance: number;
  readonly circuit: CircuitState;
  /** Current through one of the branches, A. */
  readonly branchCurrent: number;
  /** On one former. */
  readonly ampereTurns: number;
  /** Winding and body as lumps of heat. */
  readonly lump: LumpedWinding;
  readonly touched: TouchedSurface;
  /** Temperature at which the on-time ends, °C. */
  readonly touchLimit: number;
  /**
   * Time from room temperature until the winding is at its touch limit or the cells are too warm,
   * whichever comes first, s; Infinity when neither is reached.
   */
  readonly allowedOnTime: number;
  /** What becomes of the cells; null for a bench supply. */
  readonly cells: CellsInUse | null;
  readonly steadyTemperature: number;
}

/** What a coil asks of each of its cells. */
export interface CellsInUse {
  /** Through one cell, A, and the heat it makes inside it, W. */
  readonly current: number;
  readonly power: number;
  /** Time until a cell is too warm, s; Infinity when it never is. */
  readonly onTime: number;
}

/**
 * Winds a coil on a former, connects and warms it.
 * @throws CoreError as {@link checkCoil}, {@link wireSection}, {@link layWinding},
 *   {@link requireInsulated}; CORES_TOO_CLOSE is
 *   the caller's, who knows how far apart two formers are.
 */
export function windCoil(coil: Coil, former: Former): WoundCoil {
  checkCoil(coil);
  const wire = wireSection(coil.wire);
  const winding = layWinding({ ...windingSpec(coil, former, wire), turns: coil.winding.turns });
  requireInsulated(coil, former, winding);
  return connect(coil, former, wire, winding);
}

/**
 * The same of a wire that runs straight for a length and is wound on nothing: one turn that encloses
 * nothing, cooled all along.
 * @param length m, between its tails.
 * @throws CoreError as {@link checkCoil}.
 */
export function stretchWire(coil: Coil, length: number): WoundCoil {
  checkCoil(coil);
  const wire = wireSection(coil.wire);
  const radius = wire.height / 2;
  const winding: Winding = {
    layers: [],
    turnsPerLayer: 0,
    outerRadius: radius,
    coilLength: length,
    wireLength: length + 2 * coil.winding.tail,
    pitch: 0,
  };
  return connect(
    coil,
    { start: 0, end: length, girthRadius: 0, base: 0, count: 1, joined: 'series' },
    wire,
    winding,
  );
}

/** How a coil's turns are to be laid on a former, but for their number. */
export function windingSpec(
  { winding }: Coil,
  former: Former,
  wire: WireSection,
): Omit<WindingSpec, 'turns'> {
  return {
    start: former.start,
    end: former.end,
    innerRadius: former.girthRadius + former.base,
    turnWidth: wire.width,
    layerHeight: wire.height,
    neatness: winding.neatness,
    layerStyle: winding.layerStyle,
    startAt: winding.startAt,
    tail: winding.tail,
    ...(winding.inThread && former.thread !== undefined && { threadPitch: former.thread }),
    ...(winding.stacking && { stacking: winding.stacking }),
  };
}

/**
 * Turns on each former that a length of wire makes, tails included; the inverse of
 * {@link WoundCoil.wireLength}. 0 when it does not reach one turn.
 * @throws CoreError as {@link layWinding}.
 */
export function turnsOfWire(coil: Coil, former: Former, length: number): number {
  const wire = wireSection(coil.wire);
  const wound = (length - loose(coil, former)) / former.count;
  return turnsFromLength(windingSpec(coil, former, wire), wound + 2 * coil.winding.tail);
}

/** Tails of the whole coil: two a branch and former, but two in all where one wire runs on. */
function tailsOf({ winding }: Coil, { count, joined }: Former): number {
  const branches = winding.branches ?? 1;
  return count === 2 && joined === 'series' && branches === 1 ? 2 : 2 * count * branches;
}

/** Wire besides the winding: the tails, and the piece that runs across where there are but two. */
function loose(coil: Coil, former: Former): number {
  const across = tailsOf(coil, former) === 2 && former.count === 2 ? (former.bridge ?? 0) : 0;
  return tailsOf(coil, former) * coil.winding.tail + across;
}

function connect(coil: Coil, former: Former, wire: WireSection, winding: Winding): WoundCoil {
  const { winding: wound, leads, roomTemperature } = coil;
  const conductor = CONDUCTORS[coil.wire.conductor];
  const branches =
    (wound.branches ?? 1) * (former.count === 2 && former.joined === 'parallel' ? 2 : 1);
  const wireLength = former.count * (winding.wireLength - 2 * wound.tail) + loose(coil, former);

  const resistance = (length: number, temperature?: number): number =>
    resistanceOfLength(conductor, wire.area, length * wire.conductors, temperature) / branches ** 2;
  const computed = resistance(wireLength, roomTemperature);
  const coilResistance = wound.measuredResistance ?? computed;
  // A measured coil keeps the computed temperature law and division between coil and tails.
  const scale = coilResistance / computed;
  const source = sourceOf(coil.supply);
  const leadResistance = leads.count * leads.resistanceEach + (leads.switchResistance ?? 0);
  const circuit = solveCircuit(source, leadResistance, coilResistance);

  const resistance20 = scale * resistance(former.count * winding.coilLength);
  const outside = scale * resistance(wireLength) - resistance20;
  const lump: LumpedWinding = {
    emf: source.emf,
    ...(source.currentLimit !== undefined && { currentLimit: source.currentLimit }),
    // Tails lie in the open and stay cool, so their share of the resistance warms nothing here.
    seriesResistance: source.resistance + leadResistance + outside,
    resistance20,
    alpha20: conductor.alpha20_per_K,
    heatCapacity:
      former.count *
      winding.coilLength *
      wire.conductors *
      wire.area *
      conductor.density_kg_per_m3 *
      conductor.heatCapacity_J_per_kgK,
    loss: lossOf(former, winding),
    ambient: roomTemperature - 273.15,
    ...bodyLump(former, winding),
  };
  const touched = touchedSurface(coil.wire);
  const limit = touchLimit(touched, coil.touch ?? 'classroom');
  const branchCurrent = circuit.current / branches;
  const cells = cellsInUse(coil.supply, circuit.current, lump.ambient);
  return {
    winding,
    wire,
    wireLength,
    tails: tailsOf(coil, former),
    source,
    leadResistance,
    coilResistance,
    circuit,
    branchCurrent,
    ampereTurns: branchCurrent * wound.turns * wire.ampereTurnsPerTurn,
    lump,
    touched,
    touchLimit: limit,
    allowedOnTime: Math.min(timeToReach(lump, lump.ambient, limit), cells?.onTime ?? Infinity),
    cells,
    steadyTemperature: steadyTemperature(lump),
  };
}

/** @param drawn by this coil, A; others may share the cells. @param ambient °C. */
function cellsInUse(supply: Coil['supply'], drawn: number, ambient: number): CellsInUse | null {
  if (supply.bench) return null;
  const cell = cellOf(supply);
  const current = drawn / (supply.parallel * (supply.share ?? 1));
  const warm = supply.temperature === undefined ? ambient : supply.temperature - 273.15;
  return { current, power: cellPower(cell, current), onTime: cellOnTime(cell, current, warm) };
}

/** Length of the former that lies under wire; a part-full first layer covers less than its window. */
function woundLength({ layers, pitch, coilLength }: Winding): number {
  return layers.length > 0 ? layers[0]!.turns * pitch : coilLength;
}

/** Loss of the winding's outside and of its two end rings to the room. */
function lossOf(former: Former, winding: Winding): LumpedWinding['loss'] {
  const area =
    2 * Math.PI * winding.outerRadius * woundLength(winding) +
    2 * Math.PI * (winding.outerRadius ** 2 - former.girthRadius ** 2);
  return (rise) => former.count * STILL_AIR_W_PER_M2K * area * rise;
}

/** The body as second lump: warmed through tape and gaps, cooled where it is bare. */
function bodyLump(former: Former, laid: Winding): { core?: CoreLump } {
  const { body, count, girthRadius, base } = former;
  if (!body || body.volume === 0) return {};
  const girth = count * 2 * Math.PI * girthRadius;
  const window = woundLength(laid);
  const bare = girth * Math.max(0, body.length - window) + (girth * girth) / (2 * Math.PI * count);
  return {
    core: {
      heatCapacity: body.volume * body.density * body.specificHeat,
      coupling: (girth * window) / (1 / WINDING_TO_CORE_W_PER_M2K + base / SLEEVE_W_PER_MK),
      lossPerKelvin: STILL_AIR_W_PER_M2K * bare,
    },
  };
}

function touchedSurface({ form, insulation }: Coil['wire']): TouchedSurface {
  if (form === 'foil' || insulation === 'hook-up') return 'plastic or tape';
  return insulation === 'bare' ? 'bare metal' : 'varnished metal';
}

/**
 * The most ampere-turns that this battery could give through the same winding space, filled with
 * wire of whatever thickness matches the coil to the source: E/(2 √(r k)) with R_coil = k N².
 * Where a bench supply's current limit comes first, the wire that draws just that current.
 * A yardstick: nobody winds exactly that wire.
 */
export function maxAmpereTurns({
  source,
  leadResistance,
  coilResistance,
  circuit,
  ampereTurns,
}: WoundCoil): number {
  // Times that the supply's current goes round the core: cables and parallel parts count as they do.
  const turns = ampereTurns / circuit.current;
  if (!(turns > 0)) return 0;
  const perTurnSquared = coilResistance / (turns * turns);
  const before = source.resistance + leadResistance;
  const limit = source.currentLimit ?? Infinity;
  // E/(2r) flows through the matched coil.
  return source.emf < 2 * before * limit
    ? source.emf / (2 * Math.sqrt(before * perTurnSquared))
    : limit * Math.sqrt((source.emf / limit - before) / perTurnSquared);
}

/** @throws CoreError CORES_TOO_CLOSE when the windings of two formers side by side would touch. */
export function requireApart({ winding }: WoundCoil, spacing: number): void {
  if (spacing >= 2 * winding.outerRadius) return;
  throw new CoreError('CORES_TOO_CLOSE', 'The windings of the two cores would touch.', {
    spacing_m: spacing,
    winding_m: 2 * winding.outerRadius,
  });
}

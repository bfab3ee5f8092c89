import { solveCircuit, type CircuitState } from '../circuit/index.js';
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
import { CoreError } from '../errors.js';
import { findMaterial } from '../steel/index.js';
import {
  benchSupply,
  cellInUse,
  combineCells,
  findCell,
  type Cell,
  type Source,
} from '../supply/index.js';
import { CONDUCTORS, resistanceOfLength, wireSection, type WireSection } from '../wire/index.js';
import { layWinding, type Winding, type WindingSpec } from '../winding/index.js';
import { checkDesign } from './check-design.js';
import { coreVolume, girthRadius } from './core-shape.js';
import type { MagnetDesign } from './design.js';

/** Winding, circuit and heat: all that needs no field. SI, temperatures in °C. */
export interface Build {
  readonly winding: Winding;
  readonly wire: WireSection;
  /** Wire to cut for the whole coil, the tails of every branch included, m. */
  readonly wireLength: number;
  readonly source: Source;
  /** Leads and switch, Ω. */
  readonly leadResistance: number;
  /** Coil resistance at room temperature as the supply sees it, Ω. */
  readonly coilResistance: number;
  readonly circuit: CircuitState;
  /** Current through one of the branches, A. */
  readonly branchCurrent: number;
  /** On one core. */
  readonly ampereTurns: number;
  /** Winding and core as lumps of heat. */
  readonly lump: LumpedWinding;
  readonly touched: TouchedSurface;
  /** Temperature at which the on-time ends, °C. */
  readonly touchLimit: number;
  /** Time from room temperature to the touch limit, s; Infinity when it is never reached. */
  readonly allowedOnTime: number;
  readonly steadyTemperature: number;
}

/**
 * Winds, connects and warms a design, without its field.
 * @throws CoreError for impossible cores and windings and unknown cells.
 */
export function buildMagnet(design: MagnetDesign): Build {
  checkDesign(design);
  const { winding: wound, leads, roomTemperature } = design;
  const wire = wireSection(design.wire);
  const winding = layWinding({ ...windingSpec(design, wire), turns: wound.turns });
  const coils = design.pair ? 2 : 1;
  if (design.pair && design.pair.spacing < 2 * winding.outerRadius) {
    throw new CoreError('CORES_TOO_CLOSE', 'The windings of the two cores would touch.', {
      spacing_m: design.pair.spacing,
      winding_m: 2 * winding.outerRadius,
    });
  }
  const conductor = CONDUCTORS[design.wire.conductor];
  const branches = (wound.branches ?? 1) * (design.pair?.coils === 'parallel' ? 2 : 1);
  const wireLength = coils * (winding.wireLength + 2 * wound.tail * ((wound.branches ?? 1) - 1));

  const resistance = (length: number, temperature?: number): number =>
    resistanceOfLength(conductor, wire.area, length * wire.conductors, temperature) / branches ** 2;
  const computed = resistance(wireLength, roomTemperature);
  const coilResistance = wound.measuredResistance ?? computed;
  // A measured coil keeps the computed temperature law and division between coil and tails.
  const scale = coilResistance / computed;
  const source = sourceOf(design.supply);
  const leadResistance = leads.count * leads.resistanceEach + (leads.switchResistance ?? 0);
  const circuit = solveCircuit(source, leadResistance, coilResistance);

  const resistance20 = scale * resistance(coils * winding.coilLength);
  const outside = scale * resistance(wireLength) - resistance20;
  const lump: LumpedWinding = {
    emf: source.emf,
    ...(source.currentLimit !== undefined && { currentLimit: source.currentLimit }),
    // Tails lie in the open and stay cool, so their share of the resistance warms nothing here.
    seriesResistance: source.resistance + leadResistance + outside,
    resistance20,
    alpha20: conductor.alpha20_per_K,
    heatCapacity:
      coils *
      winding.coilLength *
      wire.conductors *
      wire.area *
      conductor.density_kg_per_m3 *
      conductor.heatCapacity_J_per_kgK,
    loss: lossOf(design, winding, coils),
    ambient: roomTemperature - 273.15,
    ...coreLump(design, winding, coils),
  };
  const touched = touchedSurface(design.wire);
  const limit = touchLimit(touched, design.touch ?? 'classroom');
  const branchCurrent = circuit.current / branches;
  return {
    winding,
    wire,
    wireLength,
    source,
    leadResistance,
    coilResistance,
    circuit,
    branchCurrent,
    ampereTurns: branchCurrent * wound.turns * wire.ampereTurnsPerTurn,
    lump,
    touched,
    touchLimit: limit,
    allowedOnTime: timeToReach(lump, lump.ambient, limit),
    steadyTemperature: steadyTemperature(lump),
  };
}

/** How a design's winding is to be laid, but for its turns. */
export function windingSpec(
  { core, winding }: MagnetDesign,
  wire: WireSection,
): Omit<WindingSpec, 'turns'> {
  return {
    start: winding.start,
    end: winding.end,
    innerRadius: girthRadius(core) + winding.base,
    turnWidth: wire.width,
    layerHeight: wire.height,
    neatness: winding.neatness,
    layerStyle: winding.layerStyle,
    startAt: winding.startAt,
    tail: winding.tail,
    ...(winding.inThread && core.thread !== undefined && { threadPitch: core.thread }),
    ...(winding.stacking && { stacking: winding.stacking }),
  };
}

/** The bench supply, or the cells as they are: measured or typical, used, warm or cold. */
export function sourceOf(supply: MagnetDesign['supply']): Source {
  const { bench, series, parallel, share = 1 } = supply;
  if (bench) return benchSupply(bench.voltage, bench.currentLimit * share);
  // To one of several it looks like so many fewer cells side by side.
  return combineCells(cellOf(supply), series, parallel * share);
}

/** The typical cell, with what was measured of it in its place. A measured cell is as it is. */
function cellOf({ chemistry, size, measured, used, temperature }: MagnetDesign['supply']): Cell {
  const cell = findCell(chemistry, size);
  if (!measured) return cellInUse(cell, used ?? 0, temperature ?? 293.15);
  const { emf, internalResistance } = measured;
  return { ...cell, emf_V: emf, internalResistance_ohm: internalResistance };
}

/** Length of the core that lies under wire; a part-full first layer covers less than its window. */
function woundLength({ layers, pitch }: Winding): number {
  return layers[0]!.turns * pitch;
}

/** Loss of the winding's outside and of its two end rings to the room. */
function lossOf({ core }: MagnetDesign, winding: Winding, coils: number): LumpedWinding['loss'] {
  const inner = girthRadius(core);
  const area =
    2 * Math.PI * winding.outerRadius * woundLength(winding) +
    2 * Math.PI * (winding.outerRadius ** 2 - inner ** 2);
  return (rise) => coils * STILL_AIR_W_PER_M2K * area * rise;
}

/** The core as second lump: warmed through tape and gaps, cooled where it is bare. */
function coreLump(design: MagnetDesign, laid: Winding, cores: number): { core?: CoreLump } {
  const volume = cores * coreVolume(design);
  if (volume === 0) return {};
  const { core, winding } = design;
  const { density_kg_per_m3: density, heatCapacity_J_per_kgK: specific } = findMaterial(
    core.material,
  );
  const girth = cores * 2 * Math.PI * girthRadius(core);
  const window = woundLength(laid);
  const bare = girth * Math.max(0, core.length - window) + (girth * girth) / (2 * Math.PI * cores);
  return {
    core: {
      heatCapacity: volume * density * specific,
      coupling: (girth * window) / (1 / WINDING_TO_CORE_W_PER_M2K + winding.base / SLEEVE_W_PER_MK),
      lossPerKelvin: STILL_AIR_W_PER_M2K * bare,
    },
  };
}

function touchedSurface({ form, insulation }: MagnetDesign['wire']): TouchedSurface {
  if (form === 'foil' || insulation === 'hook-up') return 'plastic or tape';
  return insulation === 'bare' ? 'bare metal' : 'varnished metal';
}

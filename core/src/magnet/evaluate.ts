import { solveCircuit, type CircuitState } from '../circuit/index.js';
import {
  steadyTemperature,
  STILL_AIR_W_PER_M2K,
  timeToReach,
  TOUCH_LIMIT_C,
  type LumpedWinding,
} from '../heat/index.js';
import {
  exteriorCharges,
  growHeap,
  type ChargeRings,
  type Heap,
  type TipShape,
} from '../lifting/index.js';
import { findMaterial } from '../steel/index.js';
import {
  coilFieldOnCore,
  endFaceFluxDensity,
  magnetiseCore,
  prepareCore,
  sheetsOfBlock,
  type CoreSection,
  type CoreState,
  type CurrentSheet,
  type PreparedCore,
} from '../straight-core/index.js';
import { combineCells, findCell, type Cell, type Source } from '../supply/index.js';
import { CONDUCTORS, conductorArea, overallDiameter, resistancePerLength } from '../wire/index.js';
import { layWinding, type Winding } from '../winding/index.js';
import { checkDesign } from './check-design.js';
import type { MagnetDesign } from './design.js';

/** Winding, circuit and heat: all that needs no field. SI, temperatures in °C. */
export interface Build {
  readonly winding: Winding;
  readonly wireOverall: number;
  readonly source: Source;
  readonly leadResistance: number;
  /** Coil resistance at room temperature, Ω. */
  readonly coilResistance: number;
  readonly circuit: CircuitState;
  readonly ampereTurns: number;
  /** Winding as one lump of heat. */
  readonly lump: LumpedWinding;
  /** Time from room temperature to the touch limit, s; Infinity when it is never reached. */
  readonly allowedOnTime: number;
  readonly steadyTemperature: number;
}

/** Everything that tier 1 says of a design. */
export interface Evaluation extends Build {
  readonly core: CoreState;
  readonly sheets: readonly CurrentSheet[];
  /** Greatest section-mean flux density in the core, T. */
  readonly peakFluxDensity: number;
  /** Mean flux density of the lifting face, T. */
  readonly faceFluxDensity: number;
  /** What hangs at the free end; positions from the rear end of the shank. */
  readonly heap: Heap;
  /** What hangs at the rear end, seen from there: its `centre` is measured backward from z = 0. */
  readonly rearHeap: Heap | null;
  /** Predicted mass and number of objects lifted by the ends that are counted. */
  readonly liftedMass: number;
  readonly liftedCount: number;
}

/**
 * Winds, connects and warms a design, without its field.
 * @throws CoreError for impossible cores and windings and unknown cells.
 */
export function buildMagnet(design: MagnetDesign): Build {
  checkDesign(design);
  const { core, wire, winding: wound, supply, leads, roomTemperature } = design;
  const wireOverall = overallDiameter(wire.diameter, wire.insulation);
  const winding = layWinding({
    turns: wound.turns,
    start: wound.start,
    end: wound.end,
    innerRadius: core.diameter / 2 + wound.base,
    wireDiameter: wireOverall,
    neatness: wound.neatness,
    layerStyle: wound.layerStyle,
    startAt: wound.startAt,
    tail: wound.tail,
  });
  const conductor = CONDUCTORS[wire.conductor];
  const source = combineCells(cellOf(supply), supply.series, supply.parallel);
  const leadResistance = leads.count * leads.resistanceEach;
  const perLength20 = resistancePerLength(conductor, wire.diameter);
  const coilResistance =
    resistancePerLength(conductor, wire.diameter, roomTemperature) * winding.wireLength;
  const circuit = solveCircuit(source, leadResistance, coilResistance);

  const window = wound.end - wound.start;
  const area =
    2 * Math.PI * winding.outerRadius * window +
    2 * Math.PI * (winding.outerRadius ** 2 - (core.diameter / 2) ** 2);
  const lump: LumpedWinding = {
    emf: source.emf,
    // Tails lie in the open and stay cool, so their share of the resistance warms nothing here.
    seriesResistance:
      source.resistance + leadResistance + perLength20 * (winding.wireLength - winding.coilLength),
    resistance20: perLength20 * winding.coilLength,
    alpha20: conductor.alpha20_per_K,
    heatCapacity:
      winding.coilLength *
      conductorArea(wire.diameter) *
      conductor.density_kg_per_m3 *
      conductor.heatCapacity_J_per_kgK,
    loss: (rise) => STILL_AIR_W_PER_M2K * area * rise,
    ambient: roomTemperature - 273.15,
  };
  return {
    winding,
    wireOverall,
    source,
    leadResistance,
    coilResistance,
    circuit,
    ampereTurns: circuit.current * wound.turns,
    lump,
    allowedOnTime: timeToReach(lump, lump.ambient, TOUCH_LIMIT_C),
    steadyTemperature: steadyTemperature(lump),
  };
}

/**
 * Tier 1 in full: build, core, faces, heap.
 * @throws CoreError as {@link buildMagnet}, and STEEL_UNKNOWN.
 */
export function evaluateMagnet(design: MagnetDesign): Evaluation {
  const build = buildMagnet(design);
  const { core, sheets } = magnetise(design, build, build.ampereTurns);
  const faceFluxDensity = endFaceFluxDensity(core, sheets);
  const rings = exteriorCharges(core, sheets, design.core.length);
  const heap = growHeap(rings, tipShape(design, build));
  const rearHeap =
    design.ends === 'both'
      ? growHeap(mirrored(exteriorCharges(core, sheets, 0)), rearShape(design, build))
      : null;
  const liftedMass = heap.mass + (rearHeap?.mass ?? 0);
  return {
    ...build,
    core,
    sheets,
    peakFluxDensity: core.fluxDensity.reduce((peak, b) => Math.max(peak, Math.abs(b)), 0),
    faceFluxDensity,
    heap,
    rearHeap,
    liftedMass,
    liftedCount: liftedMass / design.objectMass,
  };
}

/** The typical cell, with what was measured of it in its place. */
function cellOf({ chemistry, size, measured }: MagnetDesign['supply']): Cell {
  const cell = findCell(chemistry, size);
  if (!measured) return cell;
  const { emf, internalResistance } = measured;
  return { ...cell, emf_V: emf, internalResistance_ohm: internalResistance };
}

/** What stands in the heap's way at the lifting end. */
export function tipShape({ core, winding }: MagnetDesign, build: Build): TipShape {
  return {
    face: core.length,
    coreRadius: core.diameter / 2,
    windingEnd: winding.end,
    windingRadius: build.winding.outerRadius,
  };
}

/**
 * What stands in the way at the rear end, in heights counted backward from the rear end of the shank.
 * A bolt's head is in the way of nothing but itself: its rim is the bare part.
 */
function rearShape({ core, winding }: MagnetDesign, build: Build): TipShape {
  if (core.shape === 'bolt' && core.head) {
    return {
      face: core.head.height,
      coreRadius: core.head.diameter / 2,
      windingEnd: 0,
      windingRadius: core.head.diameter / 2,
    };
  }
  return {
    face: 0,
    coreRadius: core.diameter / 2,
    windingEnd: -winding.start,
    windingRadius: build.winding.outerRadius,
  };
}

/** The same rings with heights counted backward. */
function mirrored(rings: ChargeRings): ChargeRings {
  return { ...rings, z: rings.z.map((z) => -z) };
}

/** Magnetises the design's core with given ampere-turns. */
export function magnetise(
  design: MagnetDesign,
  build: Build,
  ampereTurns: number,
): { core: CoreState; sheets: CurrentSheet[] } {
  const sheets = windingSheets(build.winding, ampereTurns);
  const prepared = preparedFor(coreSections(design));
  const core = magnetiseCore(
    prepared,
    findMaterial(design.core.material).curve,
    coilFieldOnCore(prepared.core, sheets),
  );
  return { core, sheets };
}

/** Sections of the core, rear end (z = 0) to lifting face. */
export function coreSections(design: MagnetDesign): CoreSection[] {
  const { shape, length, diameter, bore, head } = design.core;
  const shank: CoreSection = {
    innerRadius: shape === 'pipe' ? bore / 2 : 0,
    outerRadius: diameter / 2,
    from: 0,
    to: length,
  };
  if (shape !== 'bolt' || !head || head.height <= 0) return [shank];
  return [{ innerRadius: 0, outerRadius: head.diameter / 2, from: -head.height, to: 0 }, shank];
}

/** The winding as current sheets: layer by layer, or three for a stack of full layers. */
function windingSheets(winding: Winding, ampereTurns: number): CurrentSheet[] {
  const total = winding.layers.reduce((sum, layer) => sum + layer.turns, 0);
  const perTurn = ampereTurns / total;
  const half = winding.pitch / 2;
  const sheetOf = (layer: Winding['layers'][number]): CurrentSheet => ({
    radius: layer.radius,
    from: Math.min(layer.from, layer.to) - half,
    to: Math.max(layer.from, layer.to) + half,
    ampereTurns: layer.turns * perTurn,
  });
  const sheets = winding.layers.map(sheetOf);
  if (sheets.length <= 3) return sheets;
  const full = winding.layers.filter((layer) => layer.turns === winding.turnsPerLayer);
  const rest = sheets.slice(full.length);
  const [first, last] = [sheets[0]!, sheets[full.length - 1]!];
  const step = sheets[1]!.radius - first.radius;
  return [
    ...sheetsOfBlock(
      {
        innerRadius: first.radius - step / 2,
        outerRadius: last.radius + step / 2,
        from: first.from,
        to: first.to,
      },
      full.length * winding.turnsPerLayer * perTurn,
    ),
    ...rest,
  ];
}

// The influence matrix depends on the core alone, and a lesson has few cores.
const preparedCores = new Map<string, PreparedCore>();
const PREPARED_KEPT = 24;

function preparedFor(sections: readonly CoreSection[]): PreparedCore {
  const key = JSON.stringify(sections);
  const known = preparedCores.get(key);
  if (known) return known;
  if (preparedCores.size >= PREPARED_KEPT) {
    preparedCores.delete(preparedCores.keys().next().value!);
  }
  const prepared = prepareCore(sections);
  preparedCores.set(key, prepared);
  return prepared;
}

import {
  type WoundCoil,
  growHeap,
  magnetCharges,
  type Heap,
  type MagnetCharges,
  coilFieldOnCore,
  endFaceFluxDensity,
  magnetiseCore,
  prepareCore,
  sheetsOfBlock,
  type CoreSection,
  type CoreState,
  type CurrentSheet,
  type PreparedCore,
  type SolverMemory,
  preparePair,
  type Winding,
} from '../../physics/index.js';
import { buildMagnet } from './build.js';
import { coreCurve, coreSections, faceHeight, rearShape, tipShape } from './core-shape.js';
import type { MagnetDesign } from './design.js';
import { liftedMassOf, pileMaterial } from './lifted-mass.js';

/** Everything that tier 1 says of a design. */
export interface Evaluation extends WoundCoil {
  readonly core: CoreState;
  readonly sheets: readonly CurrentSheet[];
  /** Greatest section-mean flux density in the core, T. */
  readonly peakFluxDensity: number;
  /** Mean flux density of the lifting face, T. */
  readonly faceFluxDensity: number;
  /** What its own pull holds at the free end, or at each pole of a pair; positions from the rear of the shank. */
  readonly heap: Heap;
  /** The same at the rear end, seen from there: its `centre` is measured backward from z = 0. */
  readonly rearHeap: Heap | null;
  /** Predicted mass and number of objects lifted by the ends that are counted. */
  readonly liftedMass: number;
  readonly liftedCount: number;
}

/**
 * Tier 1 in full: build, core, faces, heap.
 * @param memory of a row of designs near one another, which are solved faster with it.
 * @throws CoreError as {@link buildMagnet}, and STEEL_UNKNOWN.
 */
export function evaluateMagnet(design: MagnetDesign, memory?: SolverMemory): Evaluation {
  const build = buildMagnet(design);
  const { core, sheets } = magnetise(design, build, build.ampereTurns, memory);
  const faceFluxDensity = endFaceFluxDensity(core, sheets);
  const charges = magnetCharges(core, sheets, faceHeight(design.core));
  const peakFluxDensity = core.fluxDensity.reduce((peak, b) => Math.max(peak, Math.abs(b)), 0);
  const { outerRadius } = build.winding;
  const heap = growHeap(
    charges,
    tipShape(design, outerRadius, peakFluxDensity),
    pileMaterial(design),
  );
  // Of a pole pair both lower ends lift, the upper ones hold the yoke.
  const poles = design.pair ? 2 : 1;
  const rearHeap =
    design.ends === 'both' && !design.pair
      ? growHeap(
          mirrored(magnetCharges(core, sheets, 0)),
          rearShape(design, outerRadius, peakFluxDensity),
          pileMaterial(design),
        )
      : null;
  const liftedMass =
    poles * liftedMassOf(design, heap) + (rearHeap ? liftedMassOf(design, rearHeap) : 0);
  return {
    ...build,
    core,
    sheets,
    peakFluxDensity,
    faceFluxDensity,
    heap,
    rearHeap,
    liftedMass,
    liftedCount: liftedMass / design.objectMass,
  };
}

/** The same charges with heights counted backward: below an edge is above it then. */
function mirrored({ rings, edges }: MagnetCharges): MagnetCharges {
  return {
    rings: { ...rings, z: rings.z.map((z) => -z) },
    edges: { ...edges, z: edges.z.map((z) => -z), jump: edges.jump.map((jump) => -jump) },
  };
}

/** Magnetises the design's core, or one core of a pair, with given ampere-turns on each. */
export function magnetise(
  design: MagnetDesign,
  build: WoundCoil,
  ampereTurns: number,
  memory?: SolverMemory,
): { core: CoreState; sheets: CurrentSheet[] } {
  const sheets = windingSheets(build.winding, ampereTurns);
  const { prepared, applied } = preparedFor(design);
  const core = magnetiseCore(prepared, coreCurve(design.core), applied(sheets), memory);
  return { core, sheets };
}

/** Sections of one core of a pair: a yoke takes the place of the head. */
export function legSections(design: MagnetDesign): CoreSection[] {
  const { core, pair } = design;
  if (!pair || pair.yoke === 'none' || core.headAt === 'tip') return coreSections(design);
  const { head: _head, ...shank } = core;
  return coreSections({ core: shank });
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

/** What depends on the shape of the core alone. */
interface Magnetisable {
  readonly prepared: PreparedCore;
  applied(sheets: readonly CurrentSheet[]): Float64Array;
}

// A lesson has few cores, and the influence matrix takes longer than all the rest.
const preparedCores = new Map<string, Magnetisable>();
const PREPARED_KEPT = 24;

function preparedFor(design: MagnetDesign): Magnetisable {
  const sections = legSections(design);
  const key = JSON.stringify([sections, design.pair]);
  const known = preparedCores.get(key);
  if (known) return known;
  if (preparedCores.size >= PREPARED_KEPT) {
    preparedCores.delete(preparedCores.keys().next().value!);
  }
  const fresh = design.pair ? preparePair(sections, design.pair) : straightCore(sections);
  preparedCores.set(key, fresh);
  return fresh;
}

function straightCore(sections: readonly CoreSection[]): Magnetisable {
  const prepared = prepareCore(sections);
  return { prepared, applied: (sheets) => coilFieldOnCore(prepared.core, sheets) };
}

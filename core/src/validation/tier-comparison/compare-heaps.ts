import { growFieldHeap } from '../../experiments/index.js';
import {
  growHeap,
  magnetCharges,
  UNSCREENED,
  type HeapMaterial,
  type MagnetCharges,
  type TipShape,
  findMaterial,
  saturationFluxDensity,
  coilFieldOnCore,
  magnetiseCore,
  prepareCore,
  sheetsOfBlock,
  type CoreSection,
} from '../../physics/index.js';
import type { FieldProblem } from '../../fem/index.js';

export type HeapCore =
  | 'rod 8 × 50'
  | 'rod 12 × 60'
  | 'nail 5 × 100'
  | 'bolt 8 × 60, head behind'
  | 'bolt 8 × 60, head before'
  | 'pipe 12 × 60'
  | 'rod 10 × 30'
  | 'rod 6 × 120'
  | 'nail 4 × 75'
  | 'bolt 10 × 120, head behind';

const full = (outerRadius: number, from: number, to: number): CoreSection => ({
  innerRadius: 0,
  outerRadius,
  from,
  to,
});
const CORES: Readonly<Record<HeapCore, readonly CoreSection[]>> = {
  'rod 8 × 50': [full(0.004, 0, 0.05)],
  'rod 12 × 60': [full(0.006, 0, 0.06)],
  'nail 5 × 100': [full(0.0025, 0, 0.1)],
  'bolt 8 × 60, head behind': [full(0.0065, -0.0053, 0), full(0.004, 0, 0.06)],
  'bolt 8 × 60, head before': [full(0.004, 0, 0.06), full(0.0065, 0.06, 0.0653)],
  'pipe 12 × 60': [{ innerRadius: 0.0036, outerRadius: 0.006, from: 0, to: 0.06 }],
  'rod 10 × 30': [full(0.005, 0, 0.03)],
  'rod 6 × 120': [full(0.003, 0, 0.12)],
  'nail 4 × 75': [full(0.004, -0.0015, 0), full(0.002, 0, 0.075)],
  'bolt 10 × 120, head behind': [full(0.008, -0.0064, 0), full(0.005, 0, 0.12)],
};

/** A coil on the core: how thick, m, and how long at most, m; as long as the core has room when absent. */
interface HeapCoil {
  readonly thickness: number;
  readonly longest?: number;
}

/** Five layers of usual wire, one layer of it, and a few turns of that. */
const HEAP_COILS = {
  thick: { thickness: 0.002 },
  layer: { thickness: 0.0004 },
  'few turns': { thickness: 0.0004, longest: 0.008 },
} as const satisfies Readonly<Record<string, HeapCoil>>;

export interface HeapCase extends HeapMaterial {
  readonly core: HeapCore;
  readonly coil: keyof typeof HEAP_COILS;
  /** Core left bare before the winding, m; of a head only its own height is bare. */
  readonly bareTip: number;
  readonly ampereTurns: number;
}

/** Mass of a heap by both tiers, kg. */
export interface HeapDifference {
  readonly case: HeapCase;
  readonly tier1: number;
  readonly tier2: number;
  /** Whether tier 2 came to rest: a film on the face does not. */
  readonly settled: boolean;
  /** With the field as it was before the heap. */
  readonly undisturbed: number;
}

/** Both tiers' inputs of a case on nail steel: a coil of even current half a millimetre from the core. */
export function heapInputs({ core, coil, bareTip, ampereTurns }: HeapCase): {
  problem: FieldProblem;
  charges: MagnetCharges;
  tip: TipShape;
} {
  const sections = CORES[core];
  const last = sections[sections.length - 1]!;
  const shank = sections.find(({ from }) => from === 0)!;
  const headed = last !== shank && last.outerRadius > shank.outerRadius;
  const end = headed ? shank.to : last.to - bareTip;
  const { thickness, longest = Infinity }: HeapCoil = HEAP_COILS[coil];
  const front = end - (headed ? 0.0005 : 0);
  const block = {
    innerRadius: shank.outerRadius + 0.0005,
    outerRadius: shank.outerRadius + 0.0005 + thickness,
    from: Math.max(0.003, front - longest),
    to: front,
  };
  const { curve } = findMaterial('nail-steel');
  const prepared = prepareCore(sections);
  const sheets = sheetsOfBlock(block, ampereTurns);
  const state = magnetiseCore(prepared, curve, coilFieldOnCore(prepared.core, sheets));
  return {
    charges: magnetCharges(state, sheets, last.to),
    tip: {
      face: last.to,
      coreRadius: last.outerRadius,
      windingEnd: end,
      windingRadius: headed ? last.outerRadius : block.outerRadius,
      boreRadius: last.innerRadius,
      slenderness: (last.to - sections[0]!.from) / last.outerRadius,
      fullness: Math.max(...state.fluxDensity.map(Math.abs)) / saturationFluxDensity(curve),
    },
    problem: {
      bodies: [
        {
          curve,
          rectangles: sections.map(({ innerRadius, outerRadius, from, to }) => ({
            r0: innerRadius,
            r1: outerRadius,
            z0: from,
            z1: to,
          })),
        },
      ],
      windings: [
        {
          rectangle: { r0: block.innerRadius, r1: block.outerRadius, z0: block.from, z1: block.to },
          ampereTurns,
        },
      ],
    },
  };
}

/** Grows the heap of one case by the formula and as a material in the field. */
export function compareHeaps(one: HeapCase): HeapDifference {
  const { problem, charges, tip } = heapInputs(one);
  const { mass, settled } = growFieldHeap(problem, charges, tip, one);
  return {
    case: one,
    tier1: growHeap(charges, tip, one).mass,
    tier2: mass,
    settled,
    undisturbed: growHeap(charges, tip, one, UNSCREENED).mass,
  };
}

/** Usual clips, and things as wide as a clip and as a pin. */
const USUAL: readonly HeapMaterial[] = [
  { susceptibility: 3, density: 900 },
  { susceptibility: 3, density: 900, grain: 7e-3 },
  { susceptibility: 3, density: 1500, grain: 5e-3 },
];
/** Loose, magnetically dense, and heavy: χ from 1.5 to 6, 600 to 2 500 kg/m³. */
const UNUSUAL: readonly HeapMaterial[] = [
  { susceptibility: 1.5, density: 600 },
  { susceptibility: 6, density: 900 },
  { susceptibility: 3, density: 2500 },
];

interface Ranges {
  readonly cores: readonly HeapCore[];
  readonly coils: readonly (keyof typeof HEAP_COILS)[];
  readonly bareTips: readonly number[];
  readonly ampereTurns: readonly number[];
  readonly materials: readonly HeapMaterial[];
}

const HEADED: HeapCore = 'bolt 8 × 60, head before';

/** Every combination; of a head before the tip only its own height is bare. */
function every({ cores, coils, bareTips, ampereTurns, materials }: Ranges): HeapCase[] {
  return cores.flatMap((core) =>
    coils.flatMap((coil) =>
      (core === HEADED ? [0] : bareTips).flatMap((bareTip) =>
        ampereTurns.flatMap((current) =>
          materials.map((material) => ({
            core,
            coil,
            bareTip,
            ampereTurns: current,
            ...material,
          })),
        ),
      ),
    ),
  );
}

/**
 * What the formula was fitted to: six cores under a thick coil, 50–2 000 ampere-turns, tips bare
 * 0–20 mm, heaps from loose to heavy; and under one layer and under a few turns with usual things.
 */
export function heapMatrix(): HeapCase[] {
  const plain: readonly HeapCore[] = [
    'rod 8 × 50',
    'rod 12 × 60',
    'nail 5 × 100',
    'bolt 8 × 60, head behind',
    'pipe 12 × 60',
  ];
  return [
    ...every({
      cores: [...plain, HEADED],
      coils: ['thick'],
      bareTips: [0, 0.003, 0.008, 0.02],
      ampereTurns: [50, 150, 500, 2000],
      materials: [...USUAL, ...UNUSUAL],
    }),
    ...every({
      cores: plain,
      coils: ['layer', 'few turns'],
      bareTips: [0.003, 0.008, 0.02],
      ampereTurns: [50, 150, 500],
      materials: USUAL,
    }),
  ];
}

/** Cores that the fit has never seen, shorter and more slender ones. */
export function holdoutCases(): HeapCase[] {
  return every({
    cores: ['rod 10 × 30', 'rod 6 × 120', 'nail 4 × 75', 'bolt 10 × 120, head behind'],
    coils: ['thick', 'layer'],
    bareTips: [0, 0.003, 0.01],
    ampereTurns: [150, 600],
    materials: USUAL.slice(0, 2),
  });
}

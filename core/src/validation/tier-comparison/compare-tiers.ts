import { fieldAt, FINE, solveAdaptively, type Accuracy } from '../../fem/index.js';
import {
  findMaterial,
  type MaterialId,
  axialFluxDensity,
  coilFieldOnCore,
  endFaceFluxDensity,
  magnetiseCore,
  prepareCore,
  sectionFluxDensity,
  sheetsOfBlock,
} from '../../physics/index.js';

/** A rod or pipe with a coil of its thickness, by what matters for its field. */
export interface RodCase {
  /** Length over diameter. */
  readonly slenderness: number;
  /** Bore over diameter; 0 for a solid rod. */
  readonly bore: number;
  readonly material: MaterialId;
  readonly ampereTurns: number;
  /** Core left bare before the winding, m. */
  readonly bareTip: number;
}

/** How far tier 1 is from tier 2, relative to tier 2. */
export interface TierDifference {
  readonly case: RodCase;
  readonly midFlux: number;
  readonly endFace: number;
  /** Field on the axis at one radius from the face. */
  readonly axis: number;
}

const DIAMETER = 0.008;

/** Solves one case by the segmented rod and by finite elements. */
export function compareTiers(one: RodCase, accuracy: Accuracy = FINE): TierDifference {
  const radius = DIAMETER / 2;
  const length = one.slenderness * DIAMETER;
  const bore = one.bore * radius;
  const block = {
    innerRadius: radius + 0.0005,
    outerRadius: radius + 0.0035,
    from: 0.05 * length,
    to: length - Math.max(one.bareTip, 0.001),
  };
  const { curve } = findMaterial(one.material);
  const prepared = prepareCore([{ from: 0, to: length, innerRadius: bore, outerRadius: radius }]);
  const sheets = sheetsOfBlock(block, one.ampereTurns);
  const state = magnetiseCore(prepared, curve, coilFieldOnCore(prepared.core, sheets));
  const { solution } = solveAdaptively(
    {
      bodies: [{ rectangles: [{ r0: bore, r1: radius, z0: 0, z1: length }], curve }],
      windings: [
        {
          rectangle: { r0: block.innerRadius, r1: block.outerRadius, z0: block.from, z1: block.to },
          ampereTurns: one.ampereTurns,
        },
      ],
    },
    accuracy,
  );
  // Of a pipe the flux in the steel counts in its middle; its opening is part of the face.
  const through =
    fieldAt(solution, radius, length / 2).flux - fieldAt(solution, bore, length / 2).flux;
  const area = Math.PI * (radius ** 2 - bore ** 2);
  const face = fieldAt(solution, radius, length).flux / (Math.PI * radius ** 2);
  const against = (tier1: number, tier2: number): number => tier1 / tier2 - 1;
  return {
    case: one,
    midFlux: against(sectionFluxDensity(state, length / 2) * area, through),
    endFace: against(endFaceFluxDensity(state, sheets), face),
    axis: against(
      axialFluxDensity(state, sheets, length + radius),
      fieldAt(solution, 0, length + radius).z,
    ),
  };
}

/**
 * The design matrix: length over diameter 3–25, solid and pipe, five steels, 50–2000 ampere-turns,
 * bare tip 0–20 mm (where the core is long enough for both tip and winding).
 */
export function tierMatrix(): RodCase[] {
  const materials: MaterialId[] = [
    'annealed-steel',
    'nail-steel',
    'bolt-8.8',
    'tool-steel',
    'cast-iron',
  ];
  const cases: RodCase[] = [];
  for (const slenderness of [3, 6, 12, 25]) {
    for (const bore of [0, 0.6]) {
      for (const material of materials) {
        for (const ampereTurns of [50, 400, 2000]) {
          for (const bareTip of [0, 0.01, 0.02]) {
            if (bareTip < 0.5 * slenderness * DIAMETER) {
              cases.push({ slenderness, bore, material, ampereTurns, bareTip });
            }
          }
        }
      }
    }
  }
  return cases;
}

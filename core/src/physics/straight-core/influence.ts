import { discSolidAngleFraction } from '../coil-field/index.js';
import { gaussLegendre } from '../../numerics/index.js';
import type { ChargePatch } from './charge.js';
import type { Segmentation } from './geometry.js';

/**
 * The influence matrix: mean axial field strength in segment i from unit magnetisation in segment j,
 * n × n row major, dimensionless and negative on the diagonal (it demagnetises).
 *
 * Magnetisation M_j puts the charge −M_j A_j on its rear boundary and +M_j A_j on its front one; the
 * field of a patch is averaged over the segment's cross-section and along it by tabulated
 * antiderivatives of the share of a ring's flux that a coaxial disc receives.
 */
export function influenceMatrix(core: Segmentation, patches: readonly ChargePatch[]): Float64Array {
  return influenceOfCharges(core, fieldOfPatches(core, patches));
}

/**
 * Mean axial field strength in every segment of each patch with unit charge, 1/m², n × patches row
 * major. The patches may lie anywhere on the axis of the core, but on no segment's inside.
 */
export function fieldOfPatches(core: Segmentation, patches: readonly ChargePatch[]): Float64Array {
  const perCharge = new Float64Array(core.count * patches.length);
  patches.forEach((patch, b) => addPatchField(core, patch, perCharge, b, patches.length));
  return perCharge;
}

/**
 * The matrix over magnetisations, n × n, from one over boundary charges, n × (n + 1): segment j puts
 * −M_j A_j on boundary j and +M_j A_j on boundary j + 1.
 */
export function influenceOfCharges(core: Segmentation, perCharge: Float64Array): Float64Array {
  const n = core.count;
  const matrix = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    const row = i * (n + 1);
    for (let j = 0; j < n; j++) {
      matrix[i * n + j] = (perCharge[row + j + 1]! - perCharge[row + j]!) * core.area[j]!;
    }
  }
  return matrix;
}

/** Share of a unit patch charge's flux that passes through a coaxial disc at height z. */
export function fluxShare(patch: ChargePatch, discRadius: number, z: number): number {
  const zeta = Math.abs(z - (patch.from + patch.to) / 2);
  return patch.rings.reduce(
    (sum, ring) => sum + ring.share * discSolidAngleFraction(discRadius, ring.radius, zeta),
    0,
  );
}

/** Puts the mean axial field in every segment of a patch with unit charge, 1/m², in column b. */
function addPatchField(
  core: Segmentation,
  patch: ChargePatch,
  perCharge: Float64Array,
  b: number,
  columns: number,
): void {
  const n = core.count;
  for (const ring of patch.rings) {
    let outerTable: ShareTable | undefined;
    for (let i = 0; i < n; i++) {
      const outer = core.outerRadius[i]!;
      const inner = core.innerRadius[i]!;
      if (outerTable?.disc !== outer) outerTable = shareTable(ring.radius, outer);
      let through = meanFlux(core, i, patch, outerTable);
      if (inner > 0) through -= meanFlux(core, i, patch, shareTable(ring.radius, inner));
      perCharge[i * columns + b]! += (ring.share * through) / core.area[i]!;
    }
  }
}

/** Mean over segment i of the signed flux share of one ring of a patch. */
function meanFlux(core: Segmentation, i: number, patch: ChargePatch, table: ShareTable): number {
  const from = core.boundaries[i]!;
  const to = core.boundaries[i + 1]!;
  const spread = patch.to - patch.from;
  const middle = (patch.from + patch.to) / 2;
  const distance = Math.max(from - patch.to, patch.from - to);
  // Beyond a few spreads a band acts as one ring; nearer, both averages are taken exactly.
  if (distance >= 3 * spread) {
    return (table.once(to - middle) - table.once(from - middle)) / (to - from);
  }
  const twice =
    table.twice(to - patch.from) -
    table.twice(from - patch.from) -
    table.twice(to - patch.to) +
    table.twice(from - patch.to);
  return twice / ((to - from) * spread);
}

/** Antiderivatives in ζ of the share S(ζ) sign(ζ): first (even) and second (odd). */
interface ShareTable {
  /** Radius of the disc, m. */
  readonly disc: number;
  once(zeta: number): number;
  twice(zeta: number): number;
}

const tables = new Map<number, ShareTable>();
const TABLES_KEPT = 200;

/** Antiderivatives of the share of a ring's flux that a coaxial disc receives, by axial distance, m. */
export function discShareTable(ringRadius: number, discRadius: number): Pick<ShareTable, 'once'> {
  return shareTable(ringRadius, discRadius);
}

/** The share depends on ζ and the two radii through two ratios only: one table a ratio of radii. */
function shareTable(ringRadius: number, discRadius: number): ShareTable {
  const ratio = Math.round((ringRadius / discRadius) * 1e12) / 1e12;
  let unit = tables.get(ratio);
  if (!unit) {
    unit = tabulate((s) => discSolidAngleFraction(1, ratio, s));
    if (tables.size >= TABLES_KEPT) tables.clear();
    tables.set(ratio, unit);
  }
  const a = discRadius;
  const kept = unit;
  return {
    disc: a,
    once: (zeta) => a * kept.once(zeta / a),
    twice: (zeta) => a * a * kept.twice(zeta / a),
  };
}

/**
 * Cubic Hermite tables over t = asinh(s), so that the spacing follows the distance; slopes are the
 * integrands themselves. Beyond s = 1000 the share is 1/(4s²). Absolute error below 1e-8 · (1 + s).
 */
function tabulate(share: (s: number) => number): ShareTable {
  const cells = 320;
  const limit = Math.asinh(1000);
  const width = limit / cells;
  const { nodes, weights } = gaussLegendre(3);
  const first = new Float64Array(cells + 1);
  const firstSlope = new Float64Array(cells + 1);
  const second = new Float64Array(cells + 1);
  const secondSlope = new Float64Array(cells + 1);
  firstSlope[0] = share(0);
  for (let k = 0; k < cells; k++) {
    let sum = 0;
    let moment = 0;
    const s1 = Math.sinh((k + 1) * width);
    for (let j = 0; j < 3; j++) {
      const t = (k + nodes[j]!) * width;
      const s = Math.sinh(t);
      const piece = weights[j]! * width * Math.cosh(t) * share(s);
      sum += piece;
      moment += piece * (s1 - s);
    }
    const s0 = Math.sinh(k * width);
    first[k + 1] = first[k]! + sum;
    second[k + 1] = second[k]! + first[k]! * (s1 - s0) + moment;
    const cosh = Math.cosh((k + 1) * width);
    firstSlope[k + 1] = share(s1) * cosh;
    secondSlope[k + 1] = first[k + 1]! * cosh;
  }
  const evaluate = (values: Float64Array, slopes: Float64Array, s: number): number => {
    const position = Math.asinh(s) / width;
    const k = Math.min(cells - 1, Math.floor(position));
    const t = position - k;
    const w = 1 - t;
    return (
      w * w * (1 + 2 * t) * values[k]! +
      t * t * (1 + 2 * w) * values[k + 1]! +
      width * t * w * (w * slopes[k]! - t * slopes[k + 1]!)
    );
  };
  const end = 1000;
  const once = (s: number): number => {
    const size = Math.abs(s);
    return size <= end
      ? evaluate(first, firstSlope, size)
      : first[cells]! + (1 / end - 1 / size) / 4;
  };
  const twice = (s: number): number => {
    const size = Math.abs(s);
    const value =
      size <= end
        ? evaluate(second, secondSlope, size)
        : second[cells]! +
          (first[cells]! + 1 / (4 * end)) * (size - end) -
          Math.log(size / end) / 4;
    return s < 0 ? -value : value;
  };
  return { disc: 1, once, twice };
}

import { sheetEndPotential } from '../coil-field/index.js';
import { gaussLegendre } from '../../numerics/index.js';
import type { Segmentation } from './geometry.js';

/** A cylindrical current sheet around the core: one layer of wire, or a slice of a thick coil. */
export interface CurrentSheet {
  readonly radius: number;
  readonly from: number;
  readonly to: number;
  readonly ampereTurns: number;
}

/** A coil of uniform current density as current sheets at Gauss points of its thickness. */
export function sheetsOfBlock(
  block: { innerRadius: number; outerRadius: number; from: number; to: number },
  ampereTurns: number,
  count = 3,
): CurrentSheet[] {
  const { nodes, weights } = gaussLegendre(count);
  return Array.from(nodes, (node, k) => ({
    radius: block.innerRadius + (block.outerRadius - block.innerRadius) * node,
    from: block.from,
    to: block.to,
    ampereTurns: ampereTurns * weights[k]!,
  }));
}

/**
 * Mean axial field strength of the winding over each segment's cross-section, A/m, length n:
 * exact over the section (from the vector potential), 2-point rule along the segment.
 */
export function coilFieldOnCore(core: Segmentation, sheets: readonly CurrentSheet[]): Float64Array {
  const field = new Float64Array(core.count);
  for (const { radius, from, to, ampereTurns } of sheets) {
    const near = endFieldOnCore(core, radius, from);
    const far = endFieldOnCore(core, radius, to);
    const density = ampereTurns / (to - from);
    for (let i = 0; i < field.length; i++) field[i]! += density * (near[i]! - far[i]!);
  }
  return field;
}

// Turns, battery and current change while most ends of layers stay where they are.
const lastEnds = new WeakMap<Segmentation, Map<string, Float64Array>>();
const ENDS_KEPT = 128;

/** The same of one end of a sheet of unit density, which runs on forward without end. */
function endFieldOnCore(core: Segmentation, radius: number, end: number): Float64Array {
  let known = lastEnds.get(core);
  if (!known) lastEnds.set(core, (known = new Map()));
  const key = `${radius} ${end}`;
  const kept = known.get(key);
  if (kept) return kept;
  const { nodes, weights } = gaussLegendre(2);
  const field = new Float64Array(core.count);
  for (let i = 0; i < core.count; i++) {
    const start = core.boundaries[i]!;
    const length = core.boundaries[i + 1]! - start;
    const outer = core.outerRadius[i]!;
    const inner = core.innerRadius[i]!;
    for (let k = 0; k < 2; k++) {
      const z = start + length * nodes[k]!;
      field[i]! += weights[k]! * discMean(radius, inner, outer, z - end);
    }
  }
  if (known.size >= ENDS_KEPT) known.delete(known.keys().next().value!);
  known.set(key, field);
  return field;
}

/** Mean axial field of one end of a sheet of unit density over an annulus at distance ζ. */
function discMean(sheetRadius: number, inner: number, outer: number, zeta: number): number {
  const flux = discFlux(sheetRadius, outer, zeta);
  if (inner === 0) return flux / (outer * outer);
  return (flux - discFlux(sheetRadius, inner, zeta)) / (outer * outer - inner * inner);
}

/** Flux of one end of a sheet of radius b through a disc of radius a, over π. */
function discFlux(b: number, a: number, zeta: number): number {
  if (Math.abs(zeta) < 3 * Math.max(a, b)) return 2 * a * sheetEndPotential(b, a, zeta);
  // Far from the end the on-axis field and its curvature suffice (relative error below 1e-5).
  const s = zeta * zeta + b * b;
  const root = Math.sqrt(s);
  const axis = zeta / (2 * root);
  const second = (-1.5 * b * b * zeta) / (s * s * root);
  const fourth = (-1.5 * b * b * zeta * (35 * zeta * zeta - 15 * s)) / (s ** 4 * root);
  const a2 = a * a;
  return a2 * (axis - (a2 * second) / 8 + (a2 * a2 * fourth) / 192);
}

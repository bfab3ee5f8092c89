import { MU_0, STANDARD_GRAVITY } from '../constants.js';
import { gaussLegendre } from '../numerics/index.js';
import { chargeField, type ChargeRings, type FieldAndGradient } from './charge-field.js';

/** A heap of small steel objects as a material. Start values are typical, from memory. */
export interface HeapMaterial {
  /** Bulk density, kg/m³. */
  readonly density: number;
  /** Effective susceptibility. */
  readonly susceptibility: number;
}

export const WIRE_LIKE_HEAP: HeapMaterial = { density: 900, susceptibility: 3 };

/** What stands in the way of the heap near the lifting end. Metres; the face is at z = face. */
export interface TipShape {
  readonly face: number;
  readonly coreRadius: number;
  /** Front end of the winding and its outer radius. */
  readonly windingEnd: number;
  readonly windingRadius: number;
}

/** A heap in polar form around a centre on the axis. */
export interface Heap {
  /** Mass, kg. */
  readonly mass: number;
  readonly centre: number;
  /** Polar angles from the axis, rad; inner and outer radius of the heap along each, m. */
  readonly angle: Float64Array;
  readonly inner: Float64Array;
  readonly outer: Float64Array;
}

const RAYS = 14;

/**
 * The heap that hangs at the lifting end: the region around the tip, outside core and winding, where
 * the pull per volume (μ0 χ/2) ∇|H|² exceeds the weight per volume ρ g.
 *
 * Its surface is found along rays from a centre inside the tip, Gauss points in the cosine of the
 * polar angle, from outside inward: the outermost crossing on each ray. Mass = ρ (2π/3) ∫ (r_out³ −
 * r_in³) d cos θ. Against a grid count the volume agrees within 3 %; see the tests.
 * Far from a pole |H| ~ q/r², the radius grows as q^(2/5) and the mass as q^(6/5).
 */
export function growHeap(
  rings: ChargeRings,
  tip: TipShape,
  material: HeapMaterial = WIRE_LIKE_HEAP,
): Heap {
  const { face, coreRadius, windingEnd, windingRadius } = tip;
  const bare = Math.max(0, face - windingEnd);
  const centre = face - Math.min(coreRadius, bare / 2 + 1e-6);
  const threshold = (2 * material.density * STANDARD_GRAVITY) / (MU_0 * material.susceptibility);
  const out: FieldAndGradient = { hr: 0, hz: 0, gradientR: 0, gradientZ: 0 };
  const excess = (distance: number, sin: number, cos: number): number => {
    chargeField(rings, distance * sin, centre + distance * cos, out);
    return Math.log(Math.hypot(out.gradientR, out.gradientZ) / threshold);
  };

  // Rays reach from straight ahead to where the winding's front plane hides the space behind it.
  const behind = Math.atan2(windingRadius, Math.max(0, centre - windingEnd));
  const lowest = -Math.cos(behind);
  const { nodes, weights } = gaussLegendre(RAYS);
  const angle = new Float64Array(RAYS);
  const inner = new Float64Array(RAYS);
  const outer = new Float64Array(RAYS);
  let volume = 0;
  let guess = 3 * coreRadius;
  for (let k = 0; k < RAYS; k++) {
    const cos = 1 - nodes[k]! * (1 - lowest);
    const sin = Math.sqrt(1 - cos * cos);
    const inside = Math.min(cos > 0 ? (face - centre) / cos : Infinity, coreRadius / sin);
    const start = inside * (1 + 1e-3) + 1e-6;
    const blocked = cos < 0 ? (windingEnd - centre) / cos : Infinity;
    const reach = outermostCrossing((d) => excess(d, sin, cos), start, guess);
    const end = reach > start ? Math.max(inside, Math.min(reach, blocked)) : inside;
    guess = Math.max(reach, start * 1.05);
    angle[k] = Math.acos(cos);
    inner[k] = inside;
    outer[k] = end;
    volume += weights[k]! * (end ** 3 - inside ** 3);
  }
  volume *= ((2 * Math.PI) / 3) * (1 - lowest);
  return { mass: material.density * volume, centre, angle, inner, outer };
}

/**
 * Largest distance at which a quantity that falls away outward crosses zero, searched from a guess
 * by secant steps in ln d (far away it is a straight line there). Returns `start` when it is
 * already negative where the ray leaves the core.
 */
function outermostCrossing(f: (distance: number) => number, start: number, guess: number): number {
  let low = Math.max(start, guess);
  let fLow = f(low);
  let high = low;
  let fHigh = fLow;
  while (fHigh > 0) {
    low = high;
    fLow = fHigh;
    high *= 1.35;
    if (high > 1e4 * start) return high;
    fHigh = f(high);
  }
  while (fLow <= 0) {
    if (low <= start) return start;
    high = low;
    fHigh = fLow;
    low = Math.max(start, low / 1.35);
    fLow = f(low);
  }
  let x1 = Math.log(low);
  let x2 = Math.log(high);
  for (let i = 0; i < 12; i++) {
    // Illinois' variant of false position keeps both ends moving.
    const x = x2 - (fHigh * (x2 - x1)) / (fHigh - fLow);
    const fx = f(Math.exp(x));
    if (Math.abs(fx) < 1e-4) return Math.exp(x);
    if (fx < 0 === fHigh < 0) {
      fLow /= 2;
    } else {
      x1 = x2;
      fLow = fHigh;
    }
    x2 = x;
    fHigh = fx;
  }
  return Math.exp(x2);
}

import { MU_0, STANDARD_GRAVITY } from '../constants.js';
import { gaussLegendre } from '../../numerics/index.js';
import { fieldSource, type FieldAndGradient } from './charge-field.js';
import type { MagnetCharges } from './charges.js';
import type { HeapMaterial, HeapRay, TipShape } from './heap-shape.js';
import { ownScreening, type Screening } from './screening.js';

export const WIRE_LIKE_HEAP: HeapMaterial = { density: 900, susceptibility: 3 };

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

/** Rays along which the outline of a heap is sought. */
export const HEAP_RAYS = 14;
const GAUSS = gaussLegendre(HEAP_RAYS);

/** Centre of a heap's rays, height on the axis, m. */
export function heapCentre({ face, coreRadius, windingEnd }: TipShape): number {
  return face - Math.min(coreRadius, Math.max(0, face - windingEnd) / 2 + 1e-6);
}

/** Cosine of the last angle: farther back the winding's front end hides the space behind it. */
export function lastCosine(tip: TipShape): number {
  const centre = heapCentre(tip);
  return -Math.cos(Math.atan2(tip.windingRadius, Math.max(0, centre - tip.windingEnd)));
}

/** The ray at an angle, by its cosine. */
export function heapRay(tip: TipShape, number: number, cos: number): HeapRay {
  const { face, coreRadius, windingEnd } = tip;
  const centre = heapCentre(tip);
  const sin = Math.sqrt(1 - cos * cos);
  const toFace = cos > 0 ? (face - centre) / cos : Infinity;
  const toSide = coreRadius / sin;
  const inner = Math.min(toFace, toSide);
  return {
    number,
    sin,
    cos,
    inner,
    behind: toFace <= toSide ? 0 : face - centre - inner * cos,
    across: Math.min(coreRadius, inner * sin),
    blocked: cos < 0 ? (windingEnd - centre) / cos : Infinity,
  };
}

/**
 * The heap that hangs at the lifting end: the region around the tip, outside core and winding, where
 * the pull per volume (μ0 χ/2) ∇|H|² exceeds the weight per volume ρ g.
 *
 * H is the field in the heap: the magnet's own, weakened by the heap itself ({@link ownScreening}).
 * The surface is found along rays from a centre inside the tip, Gauss points in the cosine of the
 * polar angle, from outside inward: the outermost crossing on each ray. Mass = ρ (2π/3) ∫ (r_out³ −
 * r_in³) d cos θ. Against a grid count the volume agrees within 3 %; see the tests.
 * Far from a pole |H| ~ q/r², the radius grows as q^(2/5) and the mass as q^(6/5).
 * @param screening share of the pull that is left where the heap ends.
 */
export function growHeap(
  charges: MagnetCharges,
  tip: TipShape,
  material: HeapMaterial = WIRE_LIKE_HEAP,
  screening: Screening = ownScreening(tip, material),
): Heap {
  const centre = heapCentre(tip);
  const lowest = lastCosine(tip);
  const threshold = (2 * material.density * STANDARD_GRAVITY) / (MU_0 * material.susceptibility);
  const out: FieldAndGradient = { hr: 0, hz: 0, gradientR: 0, gradientZ: 0 };
  const field = fieldSource(charges);
  const excess = (distance: number, ray: HeapRay): number => {
    field(distance * ray.sin, centre + distance * ray.cos, out);
    const bare = Math.hypot(out.gradientR, out.gradientZ) / threshold;
    return Math.log(bare * screening(ray, distance - ray.inner));
  };
  const angle = new Float64Array(HEAP_RAYS);
  const inner = new Float64Array(HEAP_RAYS);
  const outer = new Float64Array(HEAP_RAYS);
  let volume = 0;
  const from = { distance: 6 * tip.coreRadius, slope: STEEP };
  for (let k = 0; k < HEAP_RAYS; k++) {
    const ray = heapRay(tip, k, 1 - GAUSS.nodes[k]! * (1 - lowest));
    const start = ray.inner * (1 + 1e-3) + 1e-6;
    const reach = outermostCrossing((d) => excess(d, ray), start, from);
    const end = reach > start ? Math.max(ray.inner, Math.min(reach, ray.blocked)) : ray.inner;
    // A ray without a heap says nothing of the next one.
    if (reach > start) from.distance = BEYOND * reach;
    angle[k] = Math.acos(ray.cos);
    inner[k] = ray.inner;
    outer[k] = end;
    volume += GAUSS.weights[k]! * (end ** 3 - ray.inner ** 3);
  }
  volume *= ((2 * Math.PI) / 3) * (1 - lowest);
  return { mass: material.density * volume, centre, angle, inner, outer };
}

/** Where the search on a ray begins, over where its neighbour's heap ends. */
const BEYOND = 1.3;
/** Farthest that the search for a heap's end goes at once: farther out another part may hang. */
const LONGEST_STEP = 0.3;
/** How steeply the logarithm of the pull falls with that of the distance, at most, as a rule. */
const STEEP = 6;
const LEAST_STEEP = 3;
/** A neighbour's slope is taken a little steeper, so that the step stops short. */
const SAFE = 1.05;
/** So near the crossing, in the logarithm of pull over weight, the line through two points finds it. */
const NEAR = 0.02;

/**
 * Largest distance at which a quantity that falls away outward crosses zero, in the logarithm of the
 * distance, where it is nearly a straight line. From outside inward by steps that stop short of the
 * crossing, so that the outermost one is found. Returns `start` when it is already negative where
 * the ray leaves the core.
 * @param from where to begin, and the slope to expect; given that of this crossing for the next ray.
 */
function outermostCrossing(
  f: (distance: number) => number,
  start: number,
  from: { readonly distance: number; slope: number },
): number {
  const first = Math.log(start);
  let x = Math.max(first, Math.log(from.distance));
  let fx = f(Math.exp(x));
  const farthest = x + Math.log(1e3);
  let outside = x;
  let fOutside = fx;
  while (fx > 0) {
    if (x > farthest) return Math.exp(x);
    outside = x + Math.min(2 * LONGEST_STEP, Math.max(0.05, fx / 3));
    fOutside = f(Math.exp(outside));
    if (fOutside <= 0) break;
    x = outside;
    fx = fOutside;
  }
  let slope = from.slope;
  while (fx <= 0) {
    if (x <= first) return start;
    outside = x;
    fOutside = fx;
    x = Math.max(first, x - Math.min(LONGEST_STEP, Math.max(1e-3, -fx / slope)));
    fx = f(Math.exp(x));
    slope = Math.max(1, (fx - fOutside) / (outside - x));
    from.slope = Math.min(STEEP, Math.max(LEAST_STEEP, SAFE * slope));
    if (Math.abs(fx) < NEAR) return Math.exp(x + fx / slope);
  }
  const between = (): number => outside - (fOutside * (outside - x)) / (fOutside - fx);
  // Illinois' variant of false position: an end that stays is pulled in, so that both move.
  for (let i = 0, moved = 0; i < 12; i++) {
    const next = between();
    const fNext = f(Math.exp(next));
    if (fNext > 0) {
      x = next;
      fx = fNext;
      if (Math.abs(fNext) < NEAR) break;
      if (moved > 0) fOutside /= 2;
      moved = 1;
    } else {
      outside = next;
      fOutside = fNext;
      if (Math.abs(fNext) < NEAR) break;
      if (moved < 0) fx /= 2;
      moved = -1;
    }
  }
  return Math.exp(between());
}

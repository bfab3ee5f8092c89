import type { HeapMaterial, HeapRay, TipShape } from './heap-shape.js';

/** Share of the undisturbed pull that is left on a ray where the heap is so thick, m: 0 to 1. */
export type Screening = (ray: HeapRay, thickness: number) => number;

/** The pull of the field as it was before the heap. */
export const UNSCREENED: Screening = () => 1;

// Fitted to heaps grown as a material in the field by finite elements; docs/accuracy.md.
/** Demagnetising factor of a heap that stands out as far as the core is thick, and its growth. */
const LUMP = 0.0754;
const LUMP_POWER = 0.501;
/** How thick a film is on the face, over its radius, and far behind it, over the bare length. */
const FILM_ON_FACE = 0.3445;
const FILM_ON_SIDE = 7.46;
const SIDE_POWER = 2.695;
const FILM_POWER = 0.9211;
/** Full steel gives no more flux to the heap: a film reaches farther. */
const FULL_FROM = 0.5224;
const FULL_GROWTH = 4.278;
/** On a slender core it reaches less far; a core so slender is the measure. */
const SLENDER_POWER = -0.423;
const USUALLY_SLENDER = 12;
/** Things side by side leave gaps: together they are less of a film than their width is. */
const GAPS = 1.53;

/**
 * What the heap leaves of the pull on itself.
 *
 * A heap of susceptibility χ weakens the field in itself to 1/(1 + Nχ) and leads flux away from the
 * pole; the pull goes as the square. N is near 1 for a film on the steel, which the field crosses as it
 * does a plate, and falls to that of a lump as the heap stands out:
 * N = N₀ + (1 − N₀)/(1 + (t/ℓ)^p), N₀ = n (t/R)^q, with t the thickness along the ray, R the core's
 * radius, and ℓ how thick a film is there: a share of R on the face, and ever more of the bare length
 * b toward the rear, sin²(θ/2) being the share of a turn from straight ahead: a heap all round a bare
 * tip is a sleeve across the field. Steel near saturation is a source of given flux, which the
 * heap cannot draw more from, so ℓ grows with how full it is; from a slender core the field leaves
 * along its side, so that ℓ falls with its length over its radius.
 * A heap is made of things that stand out by their own width: one clip on the face is no film.
 * Source: the form from the demagnetising factors of plate and ball; its ten numbers are a fit.
 */
export function ownScreening(
  tip: TipShape,
  { susceptibility, grain = 0 }: Pick<HeapMaterial, 'susceptibility' | 'grain'>,
): Screening {
  const { face, coreRadius, boreRadius = 0, windingEnd } = tip;
  const { fullness = 0, slenderness = USUALLY_SLENDER } = tip;
  // Of a pipe, the radius of as much steel.
  const steelRadius = Math.sqrt(coreRadius ** 2 - boreRadius ** 2);
  const bare = Math.max(0, face - windingEnd);
  const reach =
    (1 + FULL_GROWTH * Math.max(0, fullness - FULL_FROM)) *
    (slenderness / USUALLY_SLENDER) ** SLENDER_POWER;
  const width = GAPS * grain;
  let last = NaN;
  let film = 0;
  return ({ cos }, layer) => {
    if (cos !== last) {
      last = cos;
      const back = ((1 - cos) / 2) ** SIDE_POWER;
      film = reach * (FILM_ON_FACE * steelRadius + FILM_ON_SIDE * bare * back);
    }
    const thickness = Math.sqrt(layer * layer + width * width);
    const lump = Math.min(1, LUMP * (thickness / coreRadius) ** LUMP_POWER);
    const factor = lump + (1 - lump) / (1 + (thickness / film) ** FILM_POWER);
    return 1 / (1 + susceptibility * factor) ** 2;
  };
}

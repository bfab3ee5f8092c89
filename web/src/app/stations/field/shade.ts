import { rgb } from 'd3-color';
import { interpolateYlGnBu } from 'd3-scale-chromatic';
import { SCALE_FROM_T, SCALE_TO_T } from './raster';

export type Shade = readonly [red: number, green: number, blue: number];

/** Part of the colours that is used: its ends are too pale and too dark to tell. */
const [PALEST, DARKEST] = [0.02, 0.95];
/** Neighbouring steps differ by less than the eye sees. */
const STEPS = 1024;
let shades: readonly Shade[] | null = null;

/** Colour of a flux density on the page’s one logarithmic scale. @param strength T. */
export function strengthColour(): (strength: number) => Shade {
  // A picture has tens of thousands of places: none is computed twice.
  shades ??= Array.from({ length: STEPS }, (_, k) => {
    const { r, g, b } = rgb(interpolateYlGnBu(PALEST + ((DARKEST - PALEST) * k) / (STEPS - 1)));
    return [r, g, b];
  });
  const list = shades;
  const perDecade = (STEPS - 1) / Math.log10(SCALE_TO_T / SCALE_FROM_T);
  return (strength) => {
    const at = Math.round(perDecade * Math.log10(strength / SCALE_FROM_T));
    // What is no number is drawn as nothing.
    return list[Math.max(0, Math.min(STEPS - 1, at || 0))]!;
  };
}

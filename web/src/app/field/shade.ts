import { interpolateYlGnBu, rgb, scaleLog } from 'd3';
import { SCALE_FROM_T, SCALE_TO_T } from './raster';

/** Colour of a flux density on the page’s one logarithmic scale. @param strength T. */
export function strengthColour(): (strength: number) => readonly [number, number, number] {
  const scale = scaleLog([SCALE_FROM_T, SCALE_TO_T], [0.02, 0.95]).clamp(true);
  return (strength) => {
    const { r, g, b } = rgb(interpolateYlGnBu(scale(Math.max(SCALE_FROM_T, strength))));
    return [r, g, b];
  };
}

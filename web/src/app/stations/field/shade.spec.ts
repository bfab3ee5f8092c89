import { rgb } from 'd3-color';
import { scaleLog } from 'd3-scale';
import { interpolateYlGnBu } from 'd3-scale-chromatic';
import { describe, expect, it } from 'vitest';
import { SCALE_FROM_T, SCALE_TO_T } from './raster';
import { strengthColour } from './shade';

describe('the colour of a strength', () => {
  const colour = strengthColour();

  it('is that of the logarithmic scale', () => {
    const scale = scaleLog([SCALE_FROM_T, SCALE_TO_T], [0.02, 0.95]);
    for (let strength = SCALE_FROM_T; strength <= SCALE_TO_T; strength *= 1.07) {
      const { r, g, b } = rgb(interpolateYlGnBu(scale(strength)));
      colour(strength).forEach((part, k) =>
        expect(Math.abs(part - [r, g, b][k]!)).toBeLessThanOrEqual(1),
      );
    }
  });

  it('stays at the ends of the scale beyond them, and with no field at all', () => {
    expect(colour(0)).toEqual(colour(SCALE_FROM_T));
    expect(colour(1e3)).toEqual(colour(SCALE_TO_T));
  });
});

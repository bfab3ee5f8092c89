import type { FieldRaster } from '@nab/core/fem';
import { describe, expect, it } from 'vitest';
import { fluxLines, frameOf, PICTURE_WIDTH } from './picture-frame';

/** An even field of 1 T along the axis: the flux grows as the square of the radius. */
const [columns, rows] = [41, 31];
const places = Array.from({ length: columns * rows }, (_, k) => (k % columns) / (columns - 1));
const even: FieldRaster = {
  columns,
  rows,
  width: 0.02,
  low: 0,
  high: 0.03,
  radial: new Float32Array(columns * rows),
  axial: new Float32Array(columns * rows).fill(1),
  flux: Float64Array.from(places, (share) => Math.PI * (0.02 * share) ** 2),
};
const whole = Math.PI * 0.02 ** 2;

describe('flux lines', () => {
  const frame = frameOf(even, PICTURE_WIDTH);

  it('of an even field stand where half a step, one and a half … are enclosed', () => {
    const path = fluxLines(even, frame, whole / 4);
    const across = [...path.matchAll(/L([\d.]+) /g)].map(([, x]) => Number(x) - PICTURE_WIDTH / 2);
    const expected = [1, 3, 5, 7].map((n) => (PICTURE_WIDTH / 2) * Math.sqrt(n / 8));
    for (const x of across) {
      expect(Math.min(...expected.map((one) => Math.abs(one - x)))).toBeLessThan(0.5);
    }
    for (const one of expected) expect(across.some((x) => Math.abs(x - one) < 0.5)).toBe(true);
  });

  it('are drawn anew for another step and another raster, and else kept', () => {
    const lines = (raster: FieldRaster, step: number): number =>
      fluxLines(raster, frame, step).split('M').length;
    const few = lines(even, whole / 2);
    const many = lines(even, whole / 8);
    expect(many).toBeGreaterThan(few);
    expect(lines(even, whole / 2)).toBe(few);
    expect(lines({ ...even, flux: even.flux.map((flux) => flux / 4) }, whole / 8)).toBe(few);
    // Kept: a raster that is changed behind its back is not looked at again.
    even.flux.fill(0);
    expect(lines(even, whole / 2)).toBe(few);
  });
});

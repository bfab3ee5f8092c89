import { describe, expect, it } from 'vitest';
import { sampleAt } from '@nab/core/experiments';
import type { FieldRaster } from '@nab/core/fem';
import { fluxStepFor, fluxThresholds, linesForOne, probeText, rulerText } from './raster';

/** B_z rises linearly with height, B_r with the radius. */
const raster: FieldRaster = {
  columns: 3,
  rows: 3,
  width: 0.02,
  low: 0,
  high: 0.04,
  radial: Float32Array.of(0, 1, 2, 0, 1, 2, 0, 1, 2),
  axial: Float32Array.of(0, 0, 0, 2, 2, 2, 4, 4, 4),
  flux: Float64Array.of(0, 1, 4, 0, 1, 4, 0, -1, -8),
};

describe('reading a sampled field', () => {
  it('goes straight between samples', () => {
    const at = sampleAt(raster, 0.015, 0.01);
    expect(at.r).toBeCloseTo(1.5, 6);
    expect(at.z).toBeCloseTo(1, 6);
  });

  it('takes the border’s value outside', () => {
    expect(sampleAt(raster, 1, 1).r).toBeCloseTo(2, 2);
    expect(sampleAt(raster, 0, -1).z).toBe(0);
  });

  it('spaces flux lines evenly, whichever way the flux goes', () => {
    const step = fluxStepFor([raster], 4);
    expect(step).toBe(2);
    expect(fluxThresholds(raster.flux, step)).toEqual([1, 3, 5, 7]);
    expect(fluxThresholds(raster.flux, 0)).toEqual([]);
  });

  it('draws more lines of a weaker picture, in round numbers', () => {
    // 8 at most: of a step of 2 four lines, of one five times smaller twenty.
    expect(linesForOne(raster, 1)).toBe(1);
    expect(linesForOne(raster, 2)).toBe(2);
    expect(linesForOne(raster, 20)).toBe(20);
    expect(linesForOne(raster, 0)).toBe(1);
    expect(linesForOne({ ...raster, flux: raster.flux.map(() => 0) }, 1)).toBe(1);
  });

  it('reads a ruler at both ends', () => {
    expect(rulerText(raster, { from: { x: 0, z: 0 }, to: { x: 0, z: 0.02 } })).toBe(
      '20 mm: from 0 µT to 2 T',
    );
  });

  it('says size, direction and pull', () => {
    const even = {
      ...raster,
      radial: raster.radial.map(() => 3e-3),
      axial: raster.axial.map(() => -4e-3),
    };
    expect(probeText(even, -0.005, 0.02)).toBe(
      '5 mT, 37° from the axis; pulls a clip with 0.00 times its weight',
    );
  });
});

import { describe, expect, it } from 'vitest';
import { sampleAt } from '@nab/core/experiments';
import type { FieldRaster } from '@nab/core/fem';
import { fluxStepFor, fluxThresholds, probeText } from './raster';

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

  it('says size, direction, pull and place', () => {
    const even = {
      ...raster,
      radial: raster.radial.map(() => 3e-3),
      axial: raster.axial.map(() => -4e-3),
    };
    expect(probeText(even, -0.005, 0.02)).toBe(
      '5 mT, 37° from the axis; pulls a clip with 0.00 times its weight; 5 mm from the axis at 20 mm',
    );
  });
});

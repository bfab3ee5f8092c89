import { describe, expect, it } from 'vitest';
import { thickCoilField } from '../../physics/index.js';
import { QUICK, rasterOf, solveAdaptively } from '../../fem/index.js';
import { buildMagnet, evaluateMagnet, fieldProblemOf, type MagnetDesign } from '../magnet/index.js';
import { nail as shortNail } from '../../../testing/designs.js';
import { pictureWindow, tier1Raster } from './index.js';

const nail: MagnetDesign = {
  ...shortNail,
  winding: { ...shortNail.winding, turns: 100, start: 0.01, end: 0.08 },
};
const bolt: MagnetDesign = {
  ...nail,
  core: {
    ...nail.core,
    shape: 'bolt',
    diameter: 0.008,
    length: 0.05,
    head: { diameter: 0.013, height: 0.0053 },
  },
  winding: { ...nail.winding, start: 0.003, end: 0.04, turns: 200 },
};
const bare: MagnetDesign = { ...nail, core: { ...nail.core, shape: 'none' } };
const COLUMNS = 32;

function sketchOf(design: MagnetDesign) {
  const window = pictureWindow(design);
  const rows = Math.round((COLUMNS * (window.high - window.low)) / window.width);
  const raster = tier1Raster(evaluateMagnet(design), window, COLUMNS, rows);
  return { raster, window, rows };
}

describe('the first sketch of a field', () => {
  // Finite elements: this project's own, held against independent engines (core/reference).
  it.each([
    ['nail', nail, 0.005],
    ['bolt with a head', bolt, 0.03],
    ['coil without a core', bare, 0.005],
  ] as const)(
    'has the flux of finite elements everywhere outside the steel: %s',
    (_, design, most) => {
      const { raster, window, rows } = sketchOf(design);
      const problem = fieldProblemOf(design, buildMagnet(design));
      const { solution } = solveAdaptively(problem, QUICK);
      const fine = rasterOf(solution, window, COLUMNS, rows);
      const largest = fine.flux.reduce((m, x) => Math.max(m, Math.abs(x)), 0);
      const steel = problem.bodies.flatMap(({ rectangles = [] }) => rectangles);
      let worst = 0;
      for (let k = 0; k < fine.flux.length; k++) {
        const r = (window.width * (k % COLUMNS)) / (COLUMNS - 1);
        const z = window.low + ((window.high - window.low) * Math.floor(k / COLUMNS)) / (rows - 1);
        const inside = steel.some(
          ({ r1, z0, z1 }) => r <= r1 * 1.02 && z >= z0 - 1e-4 && z <= z1 + 1e-4,
        );
        if (!inside) worst = Math.max(worst, Math.abs(raster.flux[k]! - fine.flux[k]!) / largest);
      }
      expect(worst).toBeLessThan(most);
    },
  );

  it('goes on smoothly across the ends of the steel and along its side', () => {
    const { raster, rows } = sketchOf(nail);
    const largest = raster.flux.reduce((m, x) => Math.max(m, Math.abs(x)), 0);
    // Streaks would show as jumps from row to row in what is smooth otherwise.
    for (let i = 2; i < COLUMNS; i++) {
      for (let j = 1; j < rows - 1; j++) {
        const at = (row: number): number => raster.flux[row * COLUMNS + i]! / largest;
        expect(Math.abs(at(j + 1) - 2 * at(j) + at(j - 1))).toBeLessThan(0.025);
      }
    }
  });

  it('is exact beside a long bare coil, where the field is weak', () => {
    const { raster, window, rows } = sketchOf(bare);
    const { winding, wire, ampereTurns } = buildMagnet(bare);
    const [layer] = winding.layers;
    const half = winding.pitch / 2;
    const [from, to] = [
      Math.min(layer!.from, layer!.to) - half,
      Math.max(layer!.from, layer!.to) + half,
    ];
    const sheet = {
      innerRadius: layer!.radius - wire.height / 2e3,
      outerRadius: layer!.radius + wire.height / 2e3,
      length: to - from,
    };
    let weakest = Infinity;
    let strongest = 0;
    for (let j = 0; j < rows; j += 7) {
      for (let i = 6; i < COLUMNS; i += 5) {
        const r = (window.width * i) / (COLUMNS - 1);
        const z = window.low + ((window.high - window.low) * j) / (rows - 1);
        const exact = thickCoilField(sheet, ampereTurns, r, z - (from + to) / 2);
        const size = Math.hypot(exact.r, exact.z);
        const k = j * COLUMNS + i;
        const off = Math.hypot(raster.radial[k]! - exact.r, raster.axial[k]! - exact.z);
        expect(off / size).toBeLessThan(1e-4);
        [weakest, strongest] = [Math.min(weakest, size), Math.max(strongest, size)];
      }
    }
    expect(strongest / weakest).toBeGreaterThan(3);
  });
});

import { expect, it } from 'vitest';
import { findMaterial, linearCurve } from '../physics/index.js';
import {
  fieldAt,
  QUICK,
  rasterOf,
  solveAdaptively,
  solveField,
  type FieldProblem,
} from './index.js';

const COLUMNS = 41;
const ROWS = 83;

const nail: FieldProblem = {
  bodies: [
    {
      rectangles: [
        { r0: 0, r1: 0.0025, z0: 0, z1: 0.1 },
        { r0: 0, r1: 0.005, z0: -0.002, z1: 0 },
      ],
      curve: findMaterial('nail-steel').curve,
    },
  ],
  windings: [{ rectangle: { r0: 0.003, r1: 0.0034, z0: 0.02, z1: 0.07 }, ampereTurns: 150 }],
};
const ball: FieldProblem = {
  bodies: [{ ball: { centre: 0, radius: 1 }, curve: linearCurve(50) }],
  windings: [],
  background: 1e-6,
};

it.each([
  // The last window reaches into the shell, where space is folded.
  ['graded triangles', () => solveAdaptively(nail, QUICK).solution, 0.04, -0.03, 0.13],
  ['triangles bent round a ball', () => solveField(ball), 1.7, -1.6, 1.8],
  ['triangles that reach to infinity', () => solveAdaptively(nail, QUICK).solution, 2, -1, 3],
])('a raster over %s is the field at each of its places', (_name, solve, width, low, high) => {
  const solution = solve();
  const raster = rasterOf(solution, { width, low, high }, COLUMNS, ROWS);
  const strongest = Math.max(...raster.axial.map(Math.abs));
  const most = Math.max(...raster.flux.map(Math.abs));
  let borders = 0;
  for (let k = 0; k < COLUMNS * ROWS; k++) {
    const [i, j] = [k % COLUMNS, Math.floor(k / COLUMNS)];
    const at = fieldAt(
      solution,
      (width * i) / (COLUMNS - 1),
      low + ((high - low) * j) / (ROWS - 1),
    );
    expect(Math.abs(at.flux - raster.flux[k]!) / most).toBeLessThan(1e-9);
    const off = Math.hypot(at.r - raster.radial[k]!, at.z - raster.axial[k]!) / strongest;
    if (off > 1e-6) borders++;
  }
  // Where two materials meet on a place of the raster, either's field is right.
  expect(borders).toBeLessThan(0.01 * COLUMNS * ROWS);
  expect(strongest).toBeGreaterThan(0);
});

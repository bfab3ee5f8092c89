import { describe, expect, it } from 'vitest';
import { thickCoilAxialField, thickCoilInductance } from '../coil-field/index.js';
import { findMaterial, linearCurve } from '../steel/index.js';
import {
  fieldAt,
  fieldEnergy,
  forceOn,
  GRID,
  linkagePerTurn,
  meanFluxDensity,
  solveField,
  type FieldProblem,
} from './index.js';

const coil = { r0: 0.0045, r1: 0.0085, z0: 0.003, z1: 0.047 };
const rod = { r0: 0, r1: 0.004, z0: 0, z1: 0.05 };
const coarse = { ...GRID, corner: 1 / 10, ratio: 1.6, largest: 1 / 8 };
const curve = findMaterial('annealed-steel').curve;
const bareCoil: FieldProblem = { bodies: [], windings: [{ rectangle: coil, ampereTurns: 400 }] };
const plateAt = (gap: number): FieldProblem => ({
  bodies: [
    { rectangles: [rod], curve },
    { rectangles: [{ r0: 0, r1: 0.015, z0: 0.05 + gap, z1: 0.058 + gap }], curve },
  ],
  windings: [{ rectangle: coil, ampereTurns: 400 }],
});

describe('finite elements on a coil in air', () => {
  const closed = { innerRadius: 0.0045, outerRadius: 0.0085, length: 0.044 };

  it('have the closed form’s field on the axis and its inductance', () => {
    const solution = solveField(bareCoil);
    expect(solution.status).toBe('converged');
    // The last one lies in the shell, where space is folded and a few cells reach to infinity.
    for (const z of [0.025, 0.05, 0.08, 0.2]) {
      const exact = thickCoilAxialField(closed, 400, z - 0.025);
      expect(Math.abs(fieldAt(solution, 0, z).z / exact - 1)).toBeLessThan(
        z > 0.1 ? 0.05 : z > 0.06 ? 3e-3 : 5e-4,
      );
    }
    const exact = 400 * thickCoilInductance(closed, 1);
    expect(linkagePerTurn(solution, 0) / exact).toBeCloseTo(1, 3);
    // Linear: energy and co-energy are both half of N I times the linkage.
    const { energy, coenergy } = fieldEnergy(solution);
    expect(coenergy / energy).toBeCloseTo(1, 9);
    expect(energy / (200 * linkagePerTurn(solution, 0))).toBeCloseTo(1, 9);
  });

  // Second-order elements: the energy's error falls as h⁴ where the solution is smooth; the edges of
  // the current keep it at h³ and better.
  it('err eight times less when every cell is halved', () => {
    const exact = 400 * thickCoilInductance(closed, 1);
    const error = (split: number): number =>
      Math.abs(linkagePerTurn(solveField(bareCoil, { grid: { ...coarse, split } }), 0) / exact - 1);
    expect(error(1) / error(2)).toBeGreaterThan(8);
  });

  it('see an open space: twice the box changes nothing that matters', () => {
    const link = (margin: number): number =>
      linkagePerTurn(solveField(bareCoil, { grid: { ...GRID, margin } }), 0);
    expect(Math.abs(link(1.6) / link(0.8) - 1)).toBeLessThan(1e-4);
  });
});

describe('finite elements on steel', () => {
  const solution = solveField(plateAt(2e-4), { grid: coarse });

  it('converge quadratically near the end, in a handful of steps', () => {
    const sizes: number[] = [];
    solveField(plateAt(2e-4), {
      grid: coarse,
      onIteration: (_n, size) => {
        sizes.push(size);
        return true;
      },
    });
    expect(solution.status).toBe('converged');
    expect(solution.iterations).toBeLessThan(15);
    const [before, last] = sizes.slice(-2) as [number, number];
    expect(last).toBeLessThan(before ** 1.5);
  });

  it('turn round with the current, and pull all the same', () => {
    const reversed = solveField(
      {
        ...plateAt(2e-4),
        windings: [{ rectangle: coil, ampereTurns: -400 }],
      },
      { grid: coarse },
    );
    const [a, b] = [fieldAt(solution, 0.002, 0.025), fieldAt(reversed, 0.002, 0.025)];
    expect(b.z / a.z).toBeCloseTo(-1, 6);
    expect(forceOn(reversed, 1) / forceOn(solution, 1)).toBeCloseTo(1, 6);
  });

  it('pull the plate down as hard as the rod up, and nothing on the whole', () => {
    const [onRod, onPlate] = [forceOn(solution, 0), forceOn(solution, 1)];
    expect(onPlate).toBeLessThan(0);
    // The coil takes up the rest of the rod's pull.
    expect(onRod).toBeGreaterThan(0);
  });

  it('have the force of virtual work, the change of co-energy with the gap', () => {
    const coenergy = (gap: number): number =>
      fieldEnergy(solveField(plateAt(gap), { grid: coarse })).coenergy;
    const step = 1e-5;
    const work = (coenergy(2e-4 + step) - coenergy(2e-4 - step)) / (2 * step);
    expect(forceOn(solution, 1) / work).toBeCloseTo(1, 1);
    expect(Math.abs(forceOn(solution, 1) / work - 1)).toBeLessThan(0.02);
  });

  it('magnetise a long cylinder along it as an endless one', () => {
    const long = solveField(
      {
        bodies: [
          { rectangles: [{ r0: 0, r1: 0.001, z0: -0.06, z1: 0.06 }], curve: linearCurve(5) },
        ],
        windings: [],
        background: 0.01,
      },
      { grid: coarse },
    );
    expect(fieldAt(long, 0, 0).z / 0.05).toBeCloseTo(1, 1);
    expect(fieldAt(long, 0, 0).z).toBeLessThan(0.05);
    expect(meanFluxDensity(long, 0).peak).toBeGreaterThan(0.04);
  });

  it('can be stopped on the way', () => {
    const stopped = solveField(plateAt(2e-4), { grid: coarse, onIteration: (n) => n < 2 });
    expect(stopped.status).toBe('stalled');
    expect(stopped.iterations).toBe(2);
  });
});

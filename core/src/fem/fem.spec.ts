import { describe, expect, it } from 'vitest';
import {
  thickCoilAxialField,
  thickCoilField,
  thickCoilInductance,
  findMaterial,
  linearCurve,
  MU_0,
} from '../physics/index.js';
import { CoreError } from '../errors.js';
import {
  checkFieldProblem,
  estimateError,
  fieldAt,
  fieldEnergy,
  forceByVirtualWork,
  forceOn,
  GRID,
  activeTriangles,
  linkagePerTurn,
  meanFluxDensity,
  QUICK_BARE,
  refinedForest,
  solveAdaptively,
  solveField,
  type Accuracy,
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
    const work = forceByVirtualWork(solution, 1, 1e-7);
    expect(work).toBeLessThan(0);
    expect(Math.abs(forceOn(solution, 1) / work - 1)).toBeLessThan(0.01);
  });

  it('are the same upside down', () => {
    const flip = ({ r0, r1, z0, z1 }: typeof rod) => ({ r0, r1, z0: -z1, z1: -z0 });
    const fine = { ...GRID, corner: 1 / 24 };
    const upright = plateAt(2e-4);
    const straight = solveField(upright, { grid: fine });
    const turned = solveField(
      {
        bodies: upright.bodies.map(({ rectangles = [], curve: steel }) => ({
          rectangles: rectangles.map(flip),
          curve: steel,
        })),
        windings: [{ rectangle: flip(coil), ampereTurns: 400 }],
      },
      { grid: fine },
    );
    expect(forceOn(turned, 1) / forceOn(straight, 1)).toBeCloseTo(-1, 3);
    const [a, b] = [fieldAt(straight, 0.003, 0.02), fieldAt(turned, 0.003, -0.02)];
    expect(b.z / a.z).toBeCloseTo(1, 3);
    expect(b.r / a.r).toBeCloseTo(-1, 2);
  });

  it('go on from the field of a current near by in fewer steps', () => {
    const near = { ...plateAt(2e-4), windings: [{ rectangle: coil, ampereTurns: 410 }] };
    const warm = solveField(near, { grid: coarse, start: solution });
    const cold = solveField(near, { grid: coarse });
    expect(warm.iterations).toBeLessThan(cold.iterations);
    expect(forceOn(warm, 1) / forceOn(cold, 1)).toBeCloseTo(1, 8);
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

describe('a ball of steel', () => {
  const ballIn = (permeability: number) =>
    solveField({
      bodies: [{ ball: { centre: 0, radius: 1 }, curve: linearCurve(permeability) }],
      windings: [],
      background: MU_0,
    });

  // Source: Jackson, Classical Electrodynamics, 3rd ed., section 5.11.
  it.each([2, 1000])('of permeability %d has the closed form’s field inside and out', (mu) => {
    const solution = ballIn(mu);
    const pole = (mu - 1) / (mu + 2);
    for (const [r, z] of [
      [0, 0],
      [0.6, -0.6],
      [0.3, 0.8],
    ] as const) {
      expect(fieldAt(solution, r, z).z / MU_0 / ((3 * mu) / (mu + 2))).toBeCloseTo(1, 2.7);
    }
    expect(fieldAt(solution, 0, 1.5).z / MU_0 / (1 + (2 * pole) / 1.5 ** 3)).toBeCloseTo(1, 2.7);
    expect(fieldAt(solution, 1.5, 0).z / MU_0 / (1 - pole / 1.5 ** 3)).toBeCloseTo(1, 2.1);
    // Just outside, where the cells are bent: the dipole's radial part.
    const [r, z] = [1.1 * Math.SQRT1_2, 1.1 * Math.SQRT1_2];
    const radial = (3 * pole * r * z) / Math.hypot(r, z) ** 5;
    expect(fieldAt(solution, r, z).r / MU_0 / radial).toBeCloseTo(1, 1.5);
  });

  it('is not pulled by an even field', () => {
    const scale = (Math.PI * MU_0) / 2;
    expect(Math.abs(forceOn(ballIn(1000), 0)) / scale).toBeLessThan(1e-3);
  });

  it('has no field across close to the axis', () => {
    const solution = ballIn(50);
    for (const z of [-1.3, 0.1, 0.5, 1.3]) {
      const { r, z: along } = fieldAt(solution, 1e-3, z);
      expect(Math.abs(r / along)).toBeLessThan(2e-3);
    }
  });
});

describe('refinement', () => {
  const problem: FieldProblem = {
    bodies: [{ rectangles: [rod], curve: linearCurve(1000) }],
    windings: [{ rectangle: coil, ampereTurns: 400 }],
  };

  it('cuts the triangles that hold most of the error, and its neighbours so that none is torn', () => {
    const first = solveField(problem, { grid: coarse });
    const estimate = estimateError(first);
    const finer = refinedForest(first.mesh, estimate);
    const before = activeTriangles(first.mesh.forest);
    const errors = [...estimate.triangles];
    const cut = before.map((t) => (finer.firstChild[t]! >= 0 ? 1 : 0));
    const all = errors.reduce((sum, e) => sum + e, 0);
    const held = errors.reduce((sum, e, t) => sum + (cut[t] ? e : 0), 0);
    expect(held / all).toBeGreaterThan(0.7);
    expect(cut.reduce((sum, c) => sum + c, 0)).toBeLessThan(before.length / 2);
    // Every side belongs to two triangles, or to one on the border.
    const sides = new Map<string, number>();
    const leaves = activeTriangles(finer);
    let area = 0;
    for (const t of leaves) {
      const [a, b, c] = [0, 1, 2].map((k) => finer.corners[3 * t + k]!) as [number, number, number];
      for (const side of [
        [a, b],
        [b, c],
        [c, a],
      ] as const) {
        const key = [...side].sort((p, q) => p - q).join();
        sides.set(key, (sides.get(key) ?? 0) + 1);
      }
      const { s, y } = finer;
      const double = (s[b]! - s[a]!) * (y[c]! - y[a]!) - (s[c]! - s[a]!) * (y[b]! - y[a]!);
      expect(double).toBeGreaterThan(0);
      area += double / 2;
    }
    const { r, z } = finer.grid;
    expect(area / (r[r.length - 1]! ** 2 * (z[z.length - 1]! - z[0]!))).toBeCloseTo(1, 9);
    const onBorder = (n: number): boolean =>
      [0, r[r.length - 1]].includes(Math.sqrt(finer.s[n]!)!) ||
      [z[0], z[z.length - 1]].includes(finer.y[n]!);
    for (const [key, count] of sides) {
      if (count === 2) continue;
      expect(count).toBe(1);
      for (const n of key.split(',')) expect(onBorder(Number(n))).toBe(true);
    }
  });

  it('lowers the estimate until it is as asked, and the true error with it', () => {
    const options = { grid: coarse, accuracy: 0.01, most: 60_000 };
    const { solution, estimate, rounds } = solveAdaptively(problem, options);
    expect(rounds).toBeGreaterThan(0);
    expect(estimate.relative).toBeLessThan(0.01);
    const best = solveAdaptively(problem, { ...options, accuracy: 0.004 });
    const energy = fieldEnergy(best.solution).energy;
    const error = (found: typeof solution) => Math.abs(fieldEnergy(found).energy / energy - 1);
    expect(error(solution)).toBeLessThan(0.2 * error(solveField(problem, { grid: coarse })));
  });

  // Beside a long thin coil a two-hundredth of its field is left, and next to nothing of its energy.
  it('brings out the weak field beside a coil when a picture is wanted', () => {
    const thin = { r0: 0.0025, r1: 0.003, z0: 0.01, z1: 0.08 };
    const long: FieldProblem = { bodies: [], windings: [{ rectangle: thin, ampereTurns: 400 }] };
    const closed = { innerRadius: thin.r0, outerRadius: thin.r1, length: 0.07 };
    const worst = (options: Accuracy): number => {
      const { solution } = solveAdaptively(long, options);
      return Math.max(
        ...[
          [0.01, 0.045],
          [0.02, 0.05],
          [0.03, 0.1],
        ].map(([r, z]) => {
          const found = fieldAt(solution, r!, z!);
          const exact = thickCoilField(closed, 400, r!, z! - 0.045);
          return Math.hypot(found.r - exact.r, found.z - exact.z) / Math.hypot(exact.r, exact.z);
        }),
      );
    };
    expect(worst(QUICK_BARE)).toBeLessThan(0.02);
  });

  it('keeps within the size it is given', () => {
    const { solution } = solveAdaptively(problem, { grid: coarse, accuracy: 0, most: 9000 });
    expect(solution.u.length).toBeLessThanOrEqual(9000);
  });
});

describe('an impossible problem', () => {
  const bodies = [{ rectangles: [rod], curve }];
  const windings = [{ rectangle: coil, ampereTurns: 400 }];

  it.each<[string, FieldProblem]>([
    ['FIELD_EMPTY', { bodies: [], windings: [] }],
    ['FIELD_EMPTY', { bodies, windings: [{ rectangle: coil, ampereTurns: 0 }] }],
    ['FIELD_CURRENT', { bodies, windings: [{ rectangle: coil, ampereTurns: 1e9 }] }],
    ['FIELD_CURRENT', { bodies, windings: [{ rectangle: coil, ampereTurns: NaN }] }],
    ['FIELD_GEOMETRY', { bodies: [{ rectangles: [{ ...rod, r1: 0 }], curve }], windings }],
    ['FIELD_GEOMETRY', { bodies: [{ rectangles: [{ ...rod, z1: NaN }], curve }], windings }],
    ['FIELD_GEOMETRY', plateAt(0)],
    ['FIELD_OVERLAP', plateAt(-0.01)],
    ['FIELD_OVERLAP', { bodies, windings: [{ rectangle: rod, ampereTurns: 400 }] }],
  ])('ends in a sentence: %s', (code, problem) => {
    let caught: unknown;
    try {
      checkFieldProblem(problem);
    } catch (error) {
      caught = error;
    }
    expect(caught).toBeInstanceOf(CoreError);
    expect((caught as CoreError).code).toBe(code);
    expect((caught as CoreError).message).toMatch(/\.$/);
  });
});

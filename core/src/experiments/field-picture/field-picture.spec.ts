import { describe, expect, it } from 'vitest';
import {
  straightWireField,
  compassDeflection,
  MU_0,
  STANDARD_GRAVITY,
  growHeap,
  UNSCREENED,
} from '../../physics/index.js';
import { heapInputs } from '../../validation/index.js';
import { vtuOf, type FieldRaster, type FieldSolution } from '../../fem/index.js';
import type { MagnetDesign } from '../magnet/index.js';
import {
  alongRuler,
  fieldPictures,
  growFieldHeap,
  heapInField,
  needleAngle,
  pullOverWeight,
  sampleAt,
  type FieldPicture,
} from './index.js';
import { nail as shortNail } from '../../../testing/designs.js';

const nail: MagnetDesign = {
  ...shortNail,
  winding: { ...shortNail.winding, turns: 100, start: 0.01, end: 0.08 },
};

/** An even field with a slope: B_z = a + b z. */
function sloped(a: number, b: number): FieldRaster {
  const [columns, rows, width, low, high] = [11, 21, 0.01, 0, 0.02];
  const axial = new Float32Array(columns * rows);
  const flux = new Float64Array(columns * rows);
  for (let j = 0; j < rows; j++) {
    for (let i = 0; i < columns; i++) axial[j * columns + i] = a + (b * (high * j)) / (rows - 1);
  }
  return { columns, rows, width, low, high, radial: new Float32Array(columns * rows), axial, flux };
}

describe('pictures of a magnet’s field', () => {
  const solutions: FieldSolution[] = [];
  const pictures: FieldPicture[] = [
    ...fieldPictures(nail, undefined, undefined, (solution) => solutions.push(solution)),
  ];

  it('come at once by tier 1 and then finer and finer', () => {
    expect(pictures.map(({ tier }) => tier).slice(0, 2)).toEqual([1, 2]);
    const errors = pictures.slice(1).map(({ error }) => error!);
    expect(Math.min(...errors)).toBe(errors[errors.length - 1]);
    expect(errors[errors.length - 1]).toBeLessThan(0.012);
  });

  it('have the poles that winding and battery make, by both tiers', () => {
    for (const [sense, plusTail, pole] of [
      ['anticlockwise', 'first', 1],
      ['clockwise', 'first', -1],
      ['clockwise', 'last', 1],
    ] as const) {
      const [sketch, solved] = fieldPictures({
        ...nail,
        winding: { ...nail.winding, sense },
        supply: { ...nail.supply, plusTail },
      });
      for (const { raster } of [sketch!, solved!]) {
        // Out of a north pole, and back beside the magnet.
        expect(Math.sign(sampleAt(raster, 0, 0.105).z)).toBe(pole);
        expect(Math.sign(sampleAt(raster, 0.02, 0.05).z)).toBe(-pole);
        expect(Math.sign(raster.flux[(raster.rows >> 1) * raster.columns + 5]!)).toBe(pole);
        expect(Math.abs(needleAngle(raster, 0, 0.105, { across: 0, along: 0 })) < 1).toBe(pole > 0);
      }
    }
  });

  it('agree outside, on the axis and beside the magnet', () => {
    const [first, last] = [pictures[0]!.raster, pictures[pictures.length - 1]!.raster];
    for (const [r, z] of [
      [0, 0.105],
      [0, 0.12],
      [0.02, 0.05],
      [0.03, 0.11],
      [0, 0.05],
    ] as const) {
      const [p, q] = [sampleAt(first, r, z), sampleAt(last, r, z)];
      expect(Math.hypot(p.r - q.r, p.z - q.z)).toBeLessThan(0.15 * Math.hypot(q.r, q.z));
    }
    const mid = (raster: FieldRaster): number =>
      raster.flux[Math.round(raster.rows / 2) * raster.columns + Math.round(raster.columns / 4)]!;
    expect(mid(first) / mid(last)).toBeCloseTo(1, 1);
  });

  it('are written for other programs, with as many points as cells need', () => {
    const text = vtuOf(solutions[0]!);
    const points = Number(/NumberOfPoints="(\d+)"/.exec(text)![1]);
    const cells = Number(/NumberOfCells="(\d+)"/.exec(text)![1]);
    const list = (name: string): string[] =>
      new RegExp(`Name="${name}"[^>]*>\n([^<]*)\n<`).exec(text)![1]!.split('\n');
    expect(list('position_m')).toHaveLength(points);
    expect(list('flux_density_T')).toHaveLength(cells);
    expect(list('offsets')[cells - 1]).toBe(String(6 * cells));
    const corners = list('connectivity').flatMap((row) => row.split(' ').map(Number));
    expect(Math.max(...corners)).toBe(points - 1);
    expect(text).not.toMatch(/NaN|Infinity/);
    // The middle of the first side lies between the first two corners.
    const at = list('position_m').map((row) => row.split(' ').map(Number));
    const [a, b, , ab] = list('connectivity')[0]!.split(' ').map(Number);
    // Triangles are straight in the square of the radius.
    expect(at[ab!]![0]).toBeCloseTo(Math.hypot(at[a!]![0]!, at[b!]![0]!) / Math.SQRT2, 9);
  });
});

describe('readings from a picture', () => {
  it('follow a slope along the ruler, turned round left of the axis', () => {
    const line = alongRuler(sloped(1, 50), { x: -0.004, z: 0 }, { x: 0.004, z: 0.006 }, 5);
    expect(line[4]!.distance).toBeCloseTo(0.01, 12);
    line.forEach(({ along, z }) => expect(along).toBeCloseTo(1 + 50 * z, 5));
    const leaning = { ...sloped(0, 0), radial: new Float32Array(231).fill(0.3) };
    const [left, , right] = alongRuler(leaning, { x: -0.005, z: 0.01 }, { x: 0.005, z: 0.01 }, 3);
    expect(left!.across).toBeCloseTo(-0.3, 6);
    expect(right!.across).toBeCloseTo(0.3, 6);
  });

  it('weigh the pull: (χ/2μ0) dB²/dz over ρ g', () => {
    const expected = (3 * 2 * 0.1 * 2) / (2 * MU_0 * 900 * STANDARD_GRAVITY);
    // B = 0.08 + 2 z is 0.1 T in the middle.
    expect(pullOverWeight(sloped(0.08, 2), 0.005, 0.01) / expected).toBeCloseTo(1, 3);
    expect(pullOverWeight(sloped(1, 0), 0.005, 0.01)).toBeCloseTo(0, 6);
  });

  it('turn a compass as a tangent galvanometer', () => {
    const field = straightWireField(2, 0.01);
    const across = { ...sloped(0, 0), radial: new Float32Array(231).fill(field) };
    const angle = needleAngle(across, 0.005, 0.01, { across: 0, along: 2e-5 });
    expect(angle).toBeCloseTo(compassDeflection(field, 2e-5), 6);
    expect(needleAngle(across, -0.005, 0.01, { across: 0, along: 2e-5 })).toBeCloseTo(-angle, 6);
  });
});

describe('the heap in the field', () => {
  const inputs = heapInputs({
    core: 'rod 8 × 50',
    coil: 'thick',
    bareTip: 0.008,
    ampereTurns: 500,
    density: 900,
    susceptibility: 3,
  });
  const { problem, charges, tip } = inputs;

  it('is tier 1’s undisturbed heap when it is too weak to change the field', () => {
    // A thousandth of the susceptibility and of the weight: the same balance, and no effect on the field.
    const weak = growFieldHeap(problem, charges, tip, { density: 0.9, susceptibility: 0.003 });
    const undisturbed = growHeap(charges, tip, undefined, UNSCREENED);
    expect(weak.settled).toBe(true);
    expect((1000 * weak.mass) / undisturbed.mass).toBeCloseTo(1, 2);
  });

  it('weakens the field in itself, as the formula has it', () => {
    const real = growFieldHeap(problem, charges, tip);
    expect(real.settled).toBe(true);
    expect(Math.abs(growHeap(charges, tip).mass / real.mass - 1)).toBeLessThan(0.15);
    expect(growHeap(charges, tip, undefined, UNSCREENED).mass / real.mass).toBeGreaterThan(2);
  });

  it('hangs round the tip, outside the steel and before the winding', () => {
    const { outline } = growFieldHeap(problem, charges, tip, undefined, () => false);
    expect(Math.max(...outline.map(({ z }) => z))).toBeGreaterThan(tip.face + 0.002);
    for (const { r, z } of outline) {
      expect(z).toBeGreaterThanOrEqual(tip.windingEnd - 1e-9);
      expect(r >= 0.004 - 1e-9 || z >= tip.face - 1e-9).toBe(true);
    }
  });

  it('tells its mass round by round and can be stopped', () => {
    const masses: number[] = [];
    const stopped = growFieldHeap(problem, charges, tip, undefined, (round, mass) => {
      masses.push(mass);
      return round < 2;
    });
    expect(masses).toHaveLength(2);
    expect(stopped.settled).toBe(false);
    expect(stopped.mass).toBe(masses[1]);
  });

  it('is found of a design as of its parts', () => {
    const found = heapInField(nail, () => false);
    expect(found.rounds).toBe(1);
    expect(found.mass).toBeGreaterThan(0);
  });
});

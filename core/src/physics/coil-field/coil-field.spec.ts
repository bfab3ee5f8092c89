import { describe, expect, it } from 'vitest';
import { MU_0 } from '../constants.js';
import { integrate } from '../../numerics/index.js';
import {
  discSolidAngleFraction,
  loopField,
  loopMutualInductance,
  sheetEndPotential,
  sheetField,
  sheetInductance,
  sheetMutualInductance,
  thickCoilAxialField,
  thickCoilField,
  compassDeflection,
  loopAmpereTurns,
  straightWireField,
} from './index.js';

describe('a loop', () => {
  // Source: Biot–Savart in closed form on the axis: μ0 I / 2a at the centre.
  it('has μ0 I / 2a at its centre', () => {
    expect(loopField(0.02, 10, 0, 0).z).toBeCloseTo((MU_0 * 10) / 0.04, 15);
  });

  it('agrees with the law of Biot and Savart summed around the wire', () => {
    const [a, r, z] = [0.02, 0.013, 0.007];
    let bz = 0;
    let br = 0;
    const steps = 4000;
    for (let i = 0; i < steps; i++) {
      const phi = (2 * Math.PI * i) / steps;
      const d3 = (r * r + a * a - 2 * a * r * Math.cos(phi) + z * z) ** 1.5;
      bz += (a * (a - r * Math.cos(phi))) / d3;
      br += (a * z * Math.cos(phi)) / d3;
    }
    const factor = (MU_0 / (4 * Math.PI)) * ((2 * Math.PI) / steps);
    const field = loopField(a, 1, r, z);
    expect(field.z / (factor * bz)).toBeCloseTo(1, 12);
    expect(field.r / (factor * br)).toBeCloseTo(1, 12);
  });

  it('is a dipole from far away', () => {
    const m = 1 * Math.PI * 0.01 ** 2;
    expect(loopField(0.01, 1, 0, 5).z / ((MU_0 * m) / (2 * Math.PI * 125))).toBeCloseTo(1, 4);
  });
});

describe('a loop near its axis and far away', () => {
  it('has no seam where the series takes over', () => {
    for (const z of [0.004, 0.02]) {
      const inner = loopField(0.02, 1, 0.9999e-4 * 0.02, z).r / 0.9999;
      const outer = loopField(0.02, 1, 1.0001e-4 * 0.02, z).r / 1.0001;
      expect(inner / outer).toBeCloseTo(1, 6);
    }
  });

  it('has no seam in its mutual inductance either', () => {
    // m = 4ab/((a + b)² + d²) passes 1e-4 between these two distances.
    const distance = Math.sqrt((4 * 0.02 * 0.02) / 1e-4);
    const near = loopMutualInductance(0.02, 0.02, distance * 0.9999) * 0.9999 ** 3;
    const far = loopMutualInductance(0.02, 0.02, distance * 1.0001) * 1.0001 ** 3;
    expect(near / far).toBeCloseTo(1, 7);
  });
});

describe('a thin solenoid', () => {
  it('is the sum of many loops', () => {
    const [a, length, r, z] = [0.006, 0.04, 0.004, 0.018];
    const sum = (part: 'r' | 'z'): number =>
      integrate((at) => loopField(a, 1 / length, r, z - at)[part], -length / 2, length / 2, 80);
    const field = sheetField(a, length, 1, r, z);
    expect(field.z / sum('z')).toBeCloseTo(1, 10);
    expect(field.r / sum('r')).toBeCloseTo(1, 10);
  });

  it('approaches μ0 n I inside when it is long', () => {
    expect(sheetField(0.005, 2, 1000, 0.002, 0).z / (MU_0 * 500)).toBeCloseTo(1, 4);
  });

  it('jumps by μ0 times its current density across the sheet', () => {
    const inside = sheetField(0.01, 0.05, 500, 0.01 - 1e-9, 0.003).z;
    const outside = sheetField(0.01, 0.05, 500, 0.01 + 1e-9, 0.003).z;
    expect((inside - outside) / (MU_0 * (500 / 0.05))).toBeCloseTo(1, 5);
    expect(sheetField(0.01, 0.05, 500, 0.01, 0.003).z).toBeCloseTo((inside + outside) / 2, 8);
  });

  it('is symmetric about its middle', () => {
    const up = sheetField(0.01, 0.03, 1, 0.004, 0.02);
    const down = sheetField(0.01, 0.03, 1, 0.004, -0.02);
    expect(up.z).toBeCloseTo(down.z, 15);
    expect(up.r).toBeCloseTo(-down.r, 15);
  });

  it('carries the flux that its vector potential says', () => {
    const [a, r, length] = [0.006, 0.005, 0.04];
    const flux = integrate((s) => 2 * Math.PI * s * sheetField(a, length, 1, s, 0.012).z, 0, r, 24);
    const potential =
      (MU_0 / length) *
      (sheetEndPotential(a, r, 0.012 + length / 2) - sheetEndPotential(a, r, 0.012 - length / 2));
    expect((2 * Math.PI * r * potential) / flux).toBeCloseTo(1, 10);
  });
});

describe('solid angles', () => {
  // Source: on the axis Ω = 2π (1 − ζ/√(ζ² + a²)), by elementary geometry.
  it('agree with the closed form on the axis', () => {
    expect(discSolidAngleFraction(0.01, 0, 0.004)).toBeCloseTo(
      (1 - 0.004 / Math.hypot(0.004, 0.01)) / 2,
      12,
    );
  });

  it('are a quarter of the sphere seen from just above the rim', () => {
    expect(discSolidAngleFraction(1, 1, 1e-9)).toBeCloseTo(0.25, 6);
  });
});

describe('inductances', () => {
  // Source: Grover, Inductance Calculations (1946), table 36: Nagaoka's coefficient is 0.688423 at
  // diameter/length 1 (value from memory).
  it('have Nagaoka’s coefficient 0.68842 for a sheet as long as it is wide', () => {
    const a = 0.01;
    const ideal = (MU_0 * Math.PI * a * a) / (2 * a);
    expect(sheetInductance(a, 2 * a, 1) / ideal).toBeCloseTo(0.688423, 5);
  });

  it('are reciprocal between two sheets', () => {
    const p = { radius: 0.01, length: 0.03, turns: 120 };
    const q = { radius: 0.007, length: 0.012, turns: 40 };
    const pq = sheetMutualInductance(p, q, 0.011);
    expect(sheetMutualInductance(q, p, -0.011) / pq).toBeCloseTo(1, 9);
  });

  it('of a sheet with itself are its self-inductance', () => {
    const sheet = { radius: 0.006, length: 0.04, turns: 200 };
    expect(sheetMutualInductance(sheet, sheet, 0) / sheetInductance(0.006, 0.04, 200)).toBeCloseTo(
      1,
      7,
    );
  });

  it('of distant loops fall to the dipole law', () => {
    const m = loopMutualInductance(0.05, 0.0005, 0.4);
    const dipole = (MU_0 * Math.PI * 0.05 ** 2 * 0.0005 ** 2) / (2 * (0.05 ** 2 + 0.4 ** 2) ** 1.5);
    expect(m / dipole).toBeCloseTo(1, 5);
  });
});

describe('a thick coil', () => {
  const coil = { innerRadius: 0.0045, outerRadius: 0.008, length: 0.039 };

  it('has the same field just off the axis as on it', () => {
    const on = thickCoilAxialField(coil, 300, 0.01);
    expect(thickCoilField(coil, 300, 1e-6, 0.01).z / on).toBeCloseTo(1, 8);
  });

  it('becomes a sheet when it is thin', () => {
    const thin = { innerRadius: 0.00599, outerRadius: 0.00601, length: 0.04 };
    expect(thickCoilField(thin, 100, 0.003, 0.01).z).toBeCloseTo(
      sheetField(0.006, 0.04, 100, 0.003, 0.01).z,
      8,
    );
  });
});

describe('a straight wire', () => {
  // Worked by hand: 2·10⁻⁷ · 5 A / 0.02 m = 50 µT.
  it('has the textbook’s field', () => {
    expect(straightWireField(5, 0.02)).toBeCloseTo(5e-5, 9);
  });

  it('is weaker when it is short, and the same when it is very long', () => {
    expect(straightWireField(5, 0.02, 0.04)).toBeCloseTo(5e-5 / Math.SQRT2, 9);
    expect(straightWireField(5, 0.02, 1000)).toBeCloseTo(5e-5, 9);
  });

  it('turns a compass by 45° where it equals the earth’s field', () => {
    expect(compassDeflection(2e-5, 2e-5)).toBeCloseTo(Math.PI / 4, 12);
    expect(compassDeflection(0, 2e-5)).toBe(0);
    expect(compassDeflection(1, 2e-5)).toBeCloseTo(Math.PI / 2, 3);
  });
});

describe('one loop', () => {
  it('needs the ampere-turns that give back the field', () => {
    const needed = loopAmpereTurns(0.03, 0.005);
    expect(loopField(0.03, needed, 0, 0).z).toBeCloseTo(0.005, 9);
  });
});

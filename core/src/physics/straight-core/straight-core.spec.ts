import { describe, expect, it } from 'vitest';
import { MU_0 } from '../constants.js';
import { linearCurve, MATERIALS } from '../steel/index.js';
import {
  boundaryCharges,
  coilFieldOnCore,
  endFaceFluxDensity,
  magnetiseCore,
  prepareCore,
  sectionFluxDensity,
  sheetsOfBlock,
  type CoreSection,
} from './index.js';

const rod = (length: number, radius = 0.004): CoreSection[] => [
  { innerRadius: 0, outerRadius: radius, from: 0, to: length },
];
const uniform = (n: number): Float64Array => new Float64Array(n).fill(1);

/** N_m of a uniformly magnetised cylinder (χ → 0) from the influence matrix. */
function magnetometricFactor(slenderness: number): number {
  const prepared = prepareCore(rod(2 * slenderness, 1), { faceCharge: 'even' });
  const { boundaries, count } = prepared.core;
  let sum = 0;
  for (let i = 0; i < count; i++) {
    let row = 0;
    for (let j = 0; j < count; j++) row += prepared.influence[i * count + j]!;
    sum -= row * (boundaries[i + 1]! - boundaries[i]!);
  }
  return sum / (2 * slenderness);
}

describe('the influence of a uniform magnetisation', () => {
  // Source: Chen, Brug & Goldfarb, IEEE Trans. Magn. 27, 3601 (1991), table I, χ = 0.
  it.each([
    [1, 0.3116],
    [10, 0.0412],
  ])('is the magnetometric demagnetising factor at length/diameter %i', (slenderness, factor) => {
    expect(magnetometricFactor(slenderness)).toBeCloseTo(factor, 3);
  });
});

describe('a rod in a uniform field', () => {
  const factorAt = (slenderness: number, mu: number, mainSegments?: number): number => {
    const prepared = prepareCore(rod(2 * slenderness, 1), mainSegments ? { mainSegments } : {});
    const state = magnetiseCore(prepared, linearCurve(mu), uniform(prepared.core.count));
    const b = sectionFluxDensity(state, slenderness) / MU_0;
    return (1 - b / mu) / (b - b / mu);
  };

  // Source: Bozorth, Ferromagnetism (1951), p. 847, ballistic factors for μ → ∞ (values from memory).
  // They are coarse: Chen, Brug & Goldfarb (1991) find them some 10–15 % too high for long rods.
  it.each([
    [5, 0.04],
    [10, 0.0172],
    [20, 0.0062],
  ])('has about Bozorth’s ballistic factor at length/diameter %i', (slenderness, factor) => {
    expect(Math.abs(factorAt(slenderness, 1e5) / factor - 1)).toBeLessThan(0.16);
  });

  it('converges as the segments become finer', () => {
    const fine = factorAt(10, 100, 160);
    const coarse = Math.abs(factorAt(10, 100, 16) / fine - 1);
    const better = Math.abs(factorAt(10, 100, 32) / fine - 1);
    const best = Math.abs(factorAt(10, 100, 64) / fine - 1);
    expect(better).toBeLessThan(coarse / 2);
    expect(best).toBeLessThan(better / 2);
    expect(best).toBeLessThan(5e-4);
  });

  it('is magnetised symmetrically about its middle', () => {
    const prepared = prepareCore(rod(0.06));
    const state = magnetiseCore(prepared, linearCurve(300), uniform(prepared.core.count));
    const n = prepared.core.count;
    for (let i = 0; i < n / 2; i++) {
      expect(state.fluxDensity[i]! / state.fluxDensity[n - 1 - i]!).toBeCloseTo(1, 6);
    }
  });

  it('carries no net charge', () => {
    const prepared = prepareCore(rod(0.06));
    const state = magnetiseCore(prepared, linearCurve(300), uniform(prepared.core.count));
    const charges = boundaryCharges(state);
    const total = charges.reduce((sum, q) => sum + q, 0);
    const size = charges.reduce((sum, q) => sum + Math.abs(q), 0);
    expect(Math.abs(total)).toBeLessThan(1e-12 * size);
  });
});

describe('a nail in its winding', () => {
  const prepared = prepareCore(rod(0.075, 0.002));
  const block = { innerRadius: 0.0022, outerRadius: 0.0042, from: 0.005, to: 0.065 };
  const steel = MATERIALS['nail-steel'].curve;
  const at = (ampereTurns: number) => {
    const sheets = sheetsOfBlock(block, ampereTurns);
    const state = magnetiseCore(prepared, steel, coilFieldOnCore(prepared.core, sheets));
    return { state, face: endFaceFluxDensity(state, sheets) };
  };

  it('converges from a whisper to far beyond saturation', () => {
    for (const ampereTurns of [0.01, 1, 50, 400, 2000, 20_000]) {
      expect(at(ampereTurns).state.status).toBe('converged');
    }
  });

  it('only changes sign when the current is reversed', () => {
    expect(at(-300).face).toBeCloseTo(-at(300).face, 9);
  });

  it('saturates in the middle first', () => {
    const { fluxDensity } = at(2000).state;
    const middle = fluxDensity[Math.floor(fluxDensity.length / 2)]!;
    expect(middle).toBeGreaterThan(1.8);
    expect(fluxDensity[fluxDensity.length - 1]!).toBeLessThan(middle / 3);
  });

  it('gains ever less from more ampere-turns once saturated', () => {
    expect(at(4000).face / at(2000).face).toBeLessThan(1.6);
    expect(at(100).face / at(50).face).toBeGreaterThan(1.9);
  });

  it('of brass leaves the winding’s field as it is', () => {
    const sheets = sheetsOfBlock(block, 300);
    const applied = coilFieldOnCore(prepared.core, sheets);
    const state = magnetiseCore(prepared, linearCurve(1), applied);
    state.fluxDensity.forEach((b, i) => expect(b / (MU_0 * applied[i]!)).toBeCloseTo(1, 9));
  });
});

describe('cores of other shapes', () => {
  const magnetised = (sections: CoreSection[]) => {
    const prepared = prepareCore(sections);
    const sheets = sheetsOfBlock(
      { innerRadius: 0.0045, outerRadius: 0.008, from: 0.003, to: 0.042 },
      200,
    );
    const state = magnetiseCore(
      prepared,
      MATERIALS['annealed-steel'].curve,
      coilFieldOnCore(prepared.core, sheets),
    );
    return { state, face: endFaceFluxDensity(state, sheets) };
  };
  const shank = rod(0.05);

  it('lift more with a head at the other end', () => {
    const head = { innerRadius: 0, outerRadius: 0.0065, from: -0.0053, to: 0 };
    expect(magnetised([head, ...shank]).face).toBeGreaterThan(magnetised(shank).face);
  });

  it('are almost as good hollow as solid while the wall is not saturated', () => {
    const pipe = [{ innerRadius: 0.003, outerRadius: 0.004, from: 0, to: 0.05 }];
    const ratio = magnetised(pipe).face / magnetised(shank).face;
    expect(ratio).toBeGreaterThan(0.85);
    expect(ratio).toBeLessThan(1.02);
  });

  it('become solid as the bore closes', () => {
    const pipe = [{ innerRadius: 1e-5, outerRadius: 0.004, from: 0, to: 0.05 }];
    expect(magnetised(pipe).face / magnetised(shank).face).toBeCloseTo(1, 2);
  });

  it.each([
    [[{ innerRadius: 0.004, outerRadius: 0.004, from: 0, to: 0.05 }]],
    [
      [
        { innerRadius: 0, outerRadius: 0.004, from: 0, to: 0.05 },
        { innerRadius: 0, outerRadius: 0.006, from: 0.06, to: 0.07 },
      ],
    ],
  ])('that cannot exist are refused', (sections) => {
    expect(() => prepareCore(sections)).toThrow(
      expect.objectContaining({ code: 'CORE_IMPOSSIBLE' }),
    );
  });
});

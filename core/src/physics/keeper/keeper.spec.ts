import { describe, expect, it } from 'vitest';
import { findMaterial } from '../steel/index.js';
import { sheetsOfBlock, type CoreSection } from '../straight-core/index.js';
import { pullOnKeeper, straightPullingCore } from './index.js';
import { ringPotential } from './ring-potential.js';

const rod: CoreSection[] = [{ innerRadius: 0, outerRadius: 0.004, from: 0, to: 0.05 }];
const sheets = (ampereTurns: number) =>
  sheetsOfBlock({ innerRadius: 0.0045, outerRadius: 0.0085, from: 0.003, to: 0.047 }, ampereTurns);
const curve = findMaterial('annealed-steel').curve;
const plate = { radius: 0.015, thickness: 0.008 };
const pull = ({ radius, thickness }: typeof plate, gap: number, ampereTurns = 200) =>
  pullOnKeeper(
    straightPullingCore(rod, gap),
    sheets(ampereTurns),
    curve,
    { radius, thickness },
    gap,
  );

// The pulls themselves are held against finite elements by the force_keeper cases of given.json.
describe('the pull on a keeper', () => {
  it('falls with the gap, fast at first', () => {
    const forces = [2e-5, 1e-4, 5e-4, 2e-3].map((gap) => pull(plate, gap).force);
    for (let i = 1; i < forces.length; i++) expect(forces[i]!).toBeLessThan(forces[i - 1]!);
    expect(forces[0]! / forces[2]!).toBeGreaterThan(4);
  });

  // M8 × 50 with a head of 13 × 5.3 mm at the rear and 500 ampere-turns; fluxes, Wb, by Nab's own
  // finite elements, which meet the reference cases within 0.07 %.
  it('carries the flux of a bolt with a head that finite elements find, across narrow and wide gaps', () => {
    const head: CoreSection = { innerRadius: 0, outerRadius: 0.0065, from: -0.0053, to: 0 };
    const fluxAt = (gap: number): number =>
      pullOnKeeper(straightPullingCore([head, ...rod], gap), sheets(500), curve, plate, gap).flux;
    expect(Math.abs(fluxAt(1e-4) / 2.9487912e-5 - 1)).toBeLessThan(0.015);
    expect(Math.abs(fluxAt(2e-3) / 6.9672544e-6 - 1)).toBeLessThan(0.015);
  });

  it('grows with the size of the keeper, toward that on an endless plate', () => {
    const forces = [0.006, 0.015, 0.05, 0.3].map(
      (radius) => pull({ ...plate, radius }, 2e-4).force,
    );
    for (let i = 1; i < forces.length; i++) expect(forces[i]!).toBeGreaterThan(forces[i - 1]!);
    expect(forces[3]! / forces[2]!).toBeLessThan(forces[1]! / forces[0]!);
  });

  it('goes as the square of the ampere-turns while the steel is far from full', () => {
    expect(pull(plate, 1e-3, 100).force / pull(plate, 1e-3, 50).force).toBeGreaterThan(3.7);
    expect(pull(plate, 1e-3, 100).force / pull(plate, 1e-3, 50).force).toBeLessThan(5.5);
  });

  it('is cut where the keeper is too thin for the flux', () => {
    const thin = pull({ ...plate, thickness: 0.0005 }, 5e-5, 800);
    expect(thin.keeperSaturated).toBe(true);
    expect(thin.force).toBeLessThan(pull(plate, 5e-5, 800).force / 2);
    expect(pull(plate, 5e-5, 800).keeperSaturated).toBe(false);
  });

  it('is cut where 1.9 T would have to leave through the keeper round the pole', () => {
    const tried = Array.from({ length: 160 }, (_, k) => 0.0002 * 1.02 ** k).map((thickness) => ({
      thickness,
      ...pull({ ...plate, thickness }, 5e-5, 800),
    }));
    const first = tried.findIndex(({ keeperSaturated }) => !keeperSaturated);
    expect(first).toBeGreaterThan(0);
    const needed = ({ flux, thickness }: (typeof tried)[number]): number =>
      flux / (2 * Math.PI * 0.004 * thickness);
    expect(needed(tried[first - 1]!)).toBeGreaterThan(1.9);
    expect(needed(tried[first]!)).toBeLessThanOrEqual(1.9);
  });

  it('is the same whichever way the current flows', () => {
    expect(pull(plate, 1e-4, -200).force).toBeCloseTo(pull(plate, 1e-4, 200).force, 9);
  });
});

describe('the potential of a ring of charge', () => {
  // On the axis: q/(4π √(a² + d²)).
  it('is that of a point at the same distance, on the axis', () => {
    expect(ringPotential(0.01, 1e-9, 0.02)).toBeCloseTo(
      1 / (4 * Math.PI * Math.hypot(0.01, 0.02)),
      6,
    );
  });

  it('works both ways', () => {
    expect(ringPotential(0.01, 0.03, 0.02)).toBeCloseTo(ringPotential(0.03, 0.01, 0.02), 12);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MU_0, findMaterial, linearCurve } from '../../physics/index.js';
import type { CoreError } from '../../errors.js';
import { forceOn, QUICK, solveAdaptively } from '../../fem/index.js';
import { cellsToHold } from '../magnet/index.js';
import {
  buildShell,
  cellsAgainstLoad,
  evaluateShell,
  pullOfShell,
  shellFieldProblem,
  shellLoadCurve,
  type ShellMagnet,
} from './index.js';
import { shell } from '../../../testing/designs.js';

const flat = { gap: 1e-4, tilt: 0, covered: 1 };

describe('the network of a shell magnet', () => {
  // Steel without reluctance and a narrow gap: Φ = N I/(R₁ + R₂), worked by hand.
  it('is two gaps in a ring when the steel costs nothing', () => {
    const gap = 2e-5;
    const { force, flux } = pullOfShell(shell.steel, linearCurve(1e7), 100, { ...flat, gap });
    const [pole, wall] = [Math.PI * 0.008 ** 2, Math.PI * (0.02 ** 2 - 0.0165 ** 2)];
    const expected = (100 * MU_0) / (gap / pole + gap / wall);
    expect(flux / expected).toBeCloseTo(1, 1);
    const pull = (expected ** 2 / (2 * MU_0)) * (1 / pole + 1 / wall);
    expect(Math.abs(force / pull - 1)).toBeLessThan(0.05);
  });

  it('pulls more with more ampere-turns, a smaller gap and a flatter seat', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 3000, noNaN: true }),
        fc.double({ min: 2e-5, max: 2e-3, noNaN: true }),
        fc.double({ min: 0, max: 1e-3, noNaN: true }),
        (ampereTurns, gap, tilt) => {
          const curve = linearCurve(800);
          const pull = (ni: number, seat: typeof flat): number =>
            pullOfShell(shell.steel, curve, ni, seat).force;
          const base = pull(ampereTurns, { gap, tilt, covered: 1 });
          expect(pull(1.1 * ampereTurns, { gap, tilt, covered: 1 })).toBeGreaterThan(base);
          expect(pull(ampereTurns, { gap: 1.1 * gap, tilt, covered: 1 })).toBeLessThan(base);
          expect(pull(ampereTurns, { gap, tilt: tilt + 1e-4, covered: 1 })).toBeLessThan(base);
        },
      ),
      { numRuns: 60 },
    );
  });

  // Where the gap rules; a narrow seat on starved steel concentrates the flux and pulls harder.
  it('pulls less when the keeper covers only a part of the faces', () => {
    const pull = (covered: number): number =>
      pullOfShell(shell.steel, linearCurve(800), 300, { gap: 1e-3, tilt: 0, covered }).force;
    expect(pull(0.7)).toBeLessThan(0.9 * pull(1));
    expect(pull(0.4)).toBeLessThan(pull(0.7));
  });

  // Twice the flux density on half of the face would be four times the pull per area; but steel that
  // is full lets no more through: a quarter of the seat cannot hold more than a quarter of B² at 2.3 T.
  it('pulls no harder through a narrow seat than full steel can', () => {
    const { curve } = findMaterial('annealed-steel');
    const { poleRadius, wallInner, wallOuter } = shell.steel;
    const faces = Math.PI * (poleRadius ** 2 + wallOuter ** 2 - wallInner ** 2);
    for (const covered of [0.1, 0.25, 0.5]) {
      const { force } = pullOfShell(shell.steel, curve, 800, { gap: 2e-5, tilt: 0, covered });
      expect(force).toBeLessThan((2.3 ** 2 / (2 * MU_0)) * faces * covered);
    }
    const whole = pullOfShell(shell.steel, curve, 800, flat);
    const seated = pullOfShell(shell.steel, curve, 800, { ...flat, covered: 0.999999 });
    expect(seated.force / whole.force).toBeCloseTo(1, 4);
  });

  it('pulls alike whichever way the current goes, and not at all without it', () => {
    const curve = linearCurve(800);
    const [a, b] = [300, -300].map((ni) => pullOfShell(shell.steel, curve, ni, flat).force);
    expect(a).toBeCloseTo(b!, 9);
    expect(pullOfShell(shell.steel, curve, 0, flat).force).toBe(0);
  });

  it('agrees with finite elements on another cup, gap and keeper', () => {
    const other: ShellMagnet = {
      ...shell,
      steel: {
        ...shell.steel,
        poleRadius: 0.006,
        depth: 0.022,
        keeperRadius: 0.03,
        wallInner: 0.0155,
      },
      seat: { ...flat, gap: 3e-4 },
    };
    const { build, pull } = evaluateShell(other);
    const { solution } = solveAdaptively(shellFieldProblem(other, build), {
      ...QUICK,
      measure: 'energy',
    });
    expect(Math.abs(pull.force / -forceOn(solution, 1) - 1)).toBeLessThan(0.12);
  });
});

describe('a shell magnet', () => {
  it('holds kilograms on four cells, within a band that is wider than the model is wrong', () => {
    const { load, band, build } = evaluateShell(shell);
    expect(load).toBeGreaterThan(5);
    expect(band.low).toBeLessThan(load);
    expect(band.high).toBeGreaterThan(load);
    expect(build.circuit.current).toBeLessThan(6);
  });

  it('shares one battery: two in parallel take more current and hold more, but not twice', () => {
    const one = evaluateShell(shell);
    const two = evaluateShell({ ...shell, count: 2 });
    expect(two.supplyCurrent).toBeGreaterThan(one.supplyCurrent);
    expect(two.supplyCurrent).toBeLessThan(2 * one.supplyCurrent);
    expect(two.load).toBeGreaterThan(one.load);
    expect(two.load).toBeLessThan(2 * one.load);
    // Two magnets on two cells side by side are each as one on one.
    const doubled = { ...shell, count: 2, supply: { ...shell.supply, parallel: 2 } };
    expect(evaluateShell(doubled).load / one.load).toBeCloseTo(2, 9);
  });

  it('adds up pulls where only one of several is off its seat', () => {
    const two = { ...shell, count: 2, supply: { ...shell.supply, parallel: 2 } };
    const off = { ...two, seat: { ...two.seat, covered: 0.5, tilt: 2e-4 } };
    const [flat, both, one] = [two, off, { ...off, onlyOneOff: true }].map(
      (each) => evaluateShell(each).load,
    ) as [number, number, number];
    expect(one).toBeCloseTo((flat + both) / 2, 9);
    expect(one).toBeGreaterThan(both);
    const single = { ...off, count: 1 };
    expect(evaluateShell({ ...single, onlyOneOff: true }).load).toBe(evaluateShell(single).load);
  });

  it('lets go step by step as cells are taken away', () => {
    const steps = cellsAgainstLoad(shell, 6);
    expect(steps.map(({ cells }) => cells)).toEqual([6, 5, 4, 3, 2, 1]);
    steps.slice(1).forEach((step, k) => expect(step.load).toBeLessThan(steps[k]!.load));
    const at3 = steps.find(({ cells }) => cells === 3)!;
    const found = cellsToHold(steps, at3.load);
    expect(found.expected).toBe(3);
    expect(found.surely === null || found.surely > 3).toBe(true);
    expect(cellsToHold(steps, 1e6)).toEqual({ expected: null, surely: null });
    const packs = { ...shell, supply: { ...shell.supply, series: 1, parallel: 6 } };
    const byPack = cellsAgainstLoad(packs, 6);
    expect(byPack.map(({ cells, load }) => [cells, load])[5]).toEqual([
      1,
      evaluateShell({ ...packs, supply: { ...packs.supply, parallel: 1 } }).load,
    ]);
  });

  it('holds less the wider the gap', () => {
    const curve = shellLoadCurve(shell, [2e-5, 1e-4, 5e-4, 2e-3]);
    curve.slice(1).forEach(({ load }, k) => expect(load).toBeLessThan(curve[k]!.load));
  });

  it('lets go sooner without a diode', () => {
    const { opening } = evaluateShell(shell);
    expect(opening.offWithoutDiode).toBeLessThan(opening.offWithDiode / 10);
    expect(opening.energy).toBeGreaterThan(0);
  });

  it.each<[string, ShellMagnet]>([
    ['WINDING_TOO_HIGH', { ...shell, winding: { ...shell.winding, turns: 900 } }],
    ['CORE_IMPOSSIBLE', { ...shell, steel: { ...shell.steel, wallInner: 0.008 } }],
    ['CORE_IMPOSSIBLE', { ...shell, seat: { ...flat, gap: 0 } }],
    ['CORE_IMPOSSIBLE', { ...shell, seat: { ...flat, covered: 1.5 } }],
  ])('refuses what cannot be built: %s', (code, impossible) => {
    let caught: unknown;
    try {
      buildShell(impossible);
    } catch (error) {
      caught = error;
    }
    expect((caught as CoreError).code).toBe(code);
  });
});

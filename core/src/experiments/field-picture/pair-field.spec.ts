import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
  polesOf,
  linearCurve,
  coilFieldOnCore,
  magnetiseCore,
  prepareCore,
  sheetsOfBlock,
  preparePair,
  defaultYoke,
} from '../../physics/index.js';
import { EXPERIMENTS } from '../registry/index.js';
import type { MagnetDesign } from '../magnet/index.js';
import { pairField, pairPicture } from './pair-field.js';

const A = 0.004;
const L = 0.05;
const LEG = [{ innerRadius: 0, outerRadius: A, from: 0, to: L }];
const SHEETS = sheetsOfBlock(
  { innerRadius: 0.0045, outerRadius: 0.0065, from: 0.005, to: 0.042 },
  200,
);
const STEEL = linearCurve(1000);

function fieldOf(spacing: number, opposed: boolean, yoke: 'none' | 'bar' | 'bent' = 'none') {
  const pair = preparePair(LEG, { spacing, yoke, opposed });
  const core = magnetiseCore(pair.prepared, STEEL, pair.applied(SHEETS));
  return pairField({ core, sheets: SHEETS, pair: { spacing, opposed, yoke } });
}

interface Case {
  id: string;
  expected: { name: string; value: number }[];
}
const CASES = (
  JSON.parse(
    readFileSync(new URL('../../../reference/two-pole.json', import.meta.url), 'utf8'),
  ) as {
    cases: Case[];
  }
).cases;

describe('the field of two cores in the plane through both axes', () => {
  // Expected values: three-dimensional finite elements, core/reference/two-pole.json. The left leg is
  // the computed one, so B_x is turned.
  describe.each(['opposite', 'alike'])('without a yoke, poles %s', (poles) => {
    const { expected } = CASES.find(({ id }) => id === `ref.twopole.A1.s24.mu1000.${poles}`)!;
    const field = fieldOf(0.024, poles === 'opposite');
    const valueOf = (name: string): number => expected.find((one) => one.name === name)!.value;
    // As a vector; B_x alone, which the charges that the other core draws aside decide, too.
    it.each([2, 5, 10])('is within 2 %% of finite elements %d mm before the face', (mm) => {
      const [bx, bz] = field(-0.012, L + mm / 1000);
      const [ex, ez] = [valueOf(`Bx_axis_${mm}mm`), valueOf(`Bz_axis_${mm}mm`)];
      expect(Math.hypot(-bx - ex, bz - ez) / Math.hypot(ex, ez)).toBeLessThan(0.02);
      expect(-bx / ex).toBeGreaterThan(0.95);
      expect(-bx / ex).toBeLessThan(1.05);
    });

    it('between the tips it is within 2 %', () => {
      const value = valueOf('B_midpoint_abs');
      expect(Math.hypot(...field(0, L)) / value).toBeGreaterThan(0.98);
      expect(Math.hypot(...field(0, L)) / value).toBeLessThan(1.02);
    });
  });

  it('crosses the middle plane straight when the poles are opposed, and not when they are alike', () => {
    for (const z of [-0.01, 0.02, 0.06]) {
      const opposed = fieldOf(0.024, true, 'bar')(0, z);
      expect(Math.abs(opposed[1])).toBeLessThan(1e-9);
      expect(Math.abs(opposed[0])).toBeGreaterThan(1e-5);
      expect(Math.abs(fieldOf(0.024, false, 'bar')(0, z)[0])).toBeLessThan(1e-9);
    }
  });

  it('mirrors itself', () => {
    const opposed = fieldOf(0.024, true, 'bent');
    const [x, z] = [0.019, 0.055];
    expect(opposed(-x, z)[0]).toBeCloseTo(opposed(x, z)[0], 12);
    expect(opposed(-x, z)[1]).toBeCloseTo(-opposed(x, z)[1], 12);
  });

  it('of legs far apart is that of one', () => {
    const single = prepareCore(LEG);
    const core = magnetiseCore(single, STEEL, coilFieldOnCore(single.core, SHEETS));
    const alone = pairField({
      core,
      sheets: SHEETS,
      pair: { spacing: 4, opposed: true, yoke: 'none' },
    });
    const far = fieldOf(4, true);
    for (const [x, z] of [
      [-2, 0.055],
      [-1.99, 0.05],
      [-2.02, 0.02],
    ] as const) {
      expect(far(x, z)[1] / alone(x, z)[1]).toBeCloseTo(1, 2);
    }
  });

  it('is what flows in the steel where there is steel', () => {
    const given = { spacing: 0.024, yoke: 'bar', opposed: true } as const;
    const pair = preparePair(LEG, given);
    const core = magnetiseCore(pair.prepared, STEEL, pair.applied(SHEETS));
    const field = pairField({ core, sheets: SHEETS, pair: given });
    const middle = (pair.root + core.fluxDensity.length) >> 1;
    expect(field(-0.012, 0.023)[1] / core.fluxDensity[middle]!).toBeGreaterThan(0.9);
    expect(field(-0.012, 0.023)[1] / core.fluxDensity[middle]!).toBeLessThan(1.1);
    // Through the yoke it comes from the other leg.
    expect(field(-0.004, 0)[0]).toBeLessThan(-0.02);
  });
});

describe('the picture of a pair', () => {
  const nail = EXPERIMENTS['straight-magnet'].start();
  const design: MagnetDesign = {
    ...nail,
    pair: { spacing: 0.03, yoke: 'bar', opposed: true, coils: 'series' },
  };

  it('has lines from leg to leg that cross the middle level', () => {
    const { lines, strength, columns, rows, poles } = pairPicture(design);
    expect([...poles!].sort()).toEqual(['N', 'S']);
    expect(strength).toHaveLength(columns * rows);
    const across = lines.filter(
      (line) => line[0]![0] * line[line.length - 1]![0] < 0 && line.length > 10,
    );
    expect(across.length).toBeGreaterThan(5);
    for (const line of across) {
      const i = line.findIndex(([x], k) => k > 0 && line[k - 1]![0] * x <= 0);
      const [[x0, z0], [x1, z1]] = [line[i - 1]!, line[i]!];
      expect(Math.abs(z1 - z0)).toBeLessThan(0.2 * Math.abs(x1 - x0));
    }
  });

  it('has the poles that winding and battery make, and lines that leave at N', () => {
    for (const sense of ['clockwise', 'anticlockwise'] as const) {
      const { poles, lines } = pairPicture({ ...design, winding: { ...design.winding, sense } });
      const { tip, rear } = polesOf(sense, design.supply.plusTail);
      expect(poles).toEqual([tip, rear]);
      const north = tip === 'N' ? -1 : 1;
      const below = lines
        .map((line) => [line[0]!, line[line.length - 1]!] as const)
        .filter(([[x0, z0], [x1]]) => z0 > 0.8 * design.core.length && x0 * x1 < 0);
      expect(below.length).toBeGreaterThan(0);
      for (const [[x]] of below) expect(Math.sign(x)).toBe(north);
    }
  });

  it('with like poles has none from leg to leg below the tips', () => {
    const alike = pairPicture({
      ...design,
      pair: { spacing: 0.03, yoke: 'none', opposed: false, coils: 'series' },
    });
    const across = alike.lines.filter((line) => line[0]![0] * line[line.length - 1]![0] < 0);
    expect(across).toHaveLength(0);
    expect(alike.poles![0]).toBe(alike.poles![1]);
  });

  // The usual bar goes by the shank, not by what it ends in.
  it('is drawn of bolts whose heads lift, too', () => {
    const headed = {
      ...nail,
      core: { ...nail.core, head: { diameter: 0.012, height: 0.005 }, headAt: 'tip' as const },
      pair: { spacing: 0.04, yoke: 'bar' as const, opposed: true, coils: 'series' as const },
    };
    const given = { ...headed.pair, bar: defaultYoke(nail.core.diameter / 2) };
    expect(pairPicture(headed).strength).toEqual(pairPicture({ ...headed, pair: given }).strength);
  });

  it('stays in its window and out of the steel', () => {
    const { lines, half, low, high } = pairPicture(design);
    for (const line of lines) {
      // But for the step with which it leaves.
      for (const [x, z] of line.slice(1, -1)) {
        expect(Math.abs(x)).toBeLessThanOrEqual(half * 1.001);
        expect(z).toBeGreaterThanOrEqual(low - 1e-4);
        expect(z).toBeLessThanOrEqual(high + 1e-4);
      }
    }
  });
});

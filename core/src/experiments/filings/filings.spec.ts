import { describe, expect, it } from 'vitest';
import { MU_0, loopField } from '../../physics/index.js';
import { seededRandom } from '../../numerics/index.js';
import {
  BOUNCES,
  FILING,
  GriddedField,
  patternOf,
  applyBounce,
  SHEET,
  sprinkle,
  sprinkleOn,
  uprightThreshold,
  rotationThreshold,
  type Filings,
} from './filings.js';
import { BAGGED, collectFilings, gatherRadius } from './gather.js';
import { wireHeating } from './heating.js';
import { fieldOnSheet, type FilingSource } from './sources.js';

const WIRE: FilingSource = {
  kind: 'wire-through',
  current: 10,
  turns: 1,
  wireDiameter: 0.002,
  radius: 0.02,
  length: 0.06,
  distance: 0.01,
  apart: 0.04,
  alike: false,
  remanence: 1,
};
const EVEN = (b: number) => new GriddedField(() => [b, 0, 0]);
const tapped = (filings: Filings, field: GriddedField, taps: number, seed = 5): Filings => {
  const random = seededRandom(seed);
  for (let tap = 0; tap < taps; tap++) {
    for (let bounce = 0; bounce < BOUNCES; bounce++)
      filings = applyBounce(filings, field, bounce, random);
  }
  return filings;
};
const two = (x: number, y: number, angle: number): Filings => ({
  x: Float64Array.of(0, x),
  y: Float64Array.of(0, y),
  angle: Float64Array.of(angle, angle),
});

describe('the field on the sheet', () => {
  it('goes round a wire through it, anticlockwise, as μ₀ I ÷ 2π r', () => {
    const at = fieldOnSheet(WIRE);
    expect(at(0.02, 0)[1]).toBeCloseTo((MU_0 * 10) / (2 * Math.PI * 0.02), 15);
    expect(at(0, 0.02)[0]).toBeCloseTo(-1e-4, 12);
    expect(at(0.0001, 0)[1]).toBeCloseTo(at(0.001, 0)[1] / 10, 12);
  });

  it('crosses a wire under it, and stands on the sheet beside it', () => {
    const at = fieldOnSheet({ ...WIRE, kind: 'wire-under' });
    expect(at(0, 0.03)).toEqual([expect.closeTo(2e-4, 12), 0, expect.closeTo(0, 12)]);
    const [along, , out] = at(0.01, 0);
    expect(Math.abs(out)).toBeCloseTo(along, 12);
  });

  it('of a loop is that of the closed form, upright in the sheet', () => {
    const at = fieldOnSheet({ ...WIRE, kind: 'loop-through' });
    const expected = loopField(0.02, 10, 0.013, 0.011);
    expect(at(0.011, 0.013)[0]).toBeCloseTo(expected.z, 15);
    expect(at(0.011, 0.013)[1]).toBeCloseTo(expected.r, 15);
    expect(at(0.011, -0.013)[1]).toBeCloseTo(-expected.r, 15);
    for (const spot of [at(0, 0.02), at(1e-12, 0.02), at(0.0003, 0.0201)]) {
      expect(Math.hypot(spot[0], spot[1])).toBeLessThan(0.0035);
    }
  });

  it('of a loop that lies under it goes outward, and straight up over its middle', () => {
    const at = fieldOnSheet({ ...WIRE, kind: 'loop-under', distance: 0.004 });
    const expected = loopField(0.02, 10, 0.025, 0.004);
    const [x, y, out] = at(0.015, 0.02);
    expect(Math.hypot(x, y)).toBeCloseTo(Math.abs(expected.r), 15);
    expect(y / x).toBeCloseTo(4 / 3, 9);
    expect(out).toBeCloseTo(expected.z, 15);
    expect(at(0, 0)[2]).toBeGreaterThan(0);
  });

  it('of a magnet far away is that of its dipole, m = B_r V ÷ μ₀', () => {
    const source: FilingSource = { ...WIRE, radius: 0.004, length: 0.01 };
    const moment = ((1 / MU_0) * Math.PI * 0.004 ** 2 * 0.01 * MU_0) / (4 * Math.PI);
    const bar = fieldOnSheet({ ...source, kind: 'bar-under', distance: 0.2 });
    expect(bar(0, 0)[0] / (-moment / 0.2 ** 3)).toBeCloseTo(1, 2);
    const disc = fieldOnSheet({ ...source, kind: 'disc-under', distance: 0.195 });
    expect(disc(0, 0)[2] / ((2 * moment) / 0.2 ** 3)).toBeCloseTo(1, 2);
  });

  it('runs from pole to unlike pole, and leaves a gap between like ones', () => {
    const poles: FilingSource = { ...WIRE, kind: 'poles-under', radius: 0.006 };
    const [unlike, like] = [fieldOnSheet(poles), fieldOnSheet({ ...poles, alike: true })];
    expect(Math.abs(unlike(0, 0)[0])).toBeGreaterThan(0.01);
    expect(like(0, 0)[0]).toBeCloseTo(0, 12);
    expect(like(0, 0.01)[1]).toBeGreaterThan(0);
  });

  it('is kept on a grid of a millimetre', () => {
    const field = fieldOnSheet({ ...WIRE, kind: 'coil-under' });
    const grid = new GriddedField(field);
    const [x, y] = [0.0123, -0.0344];
    grid.at(x, y).forEach((b, k) => expect(b / field(x, y)[k]!).toBeCloseTo(1, 2));
    grid.scale = 3;
    expect(grid.at(x, y)[0] / field(x, y)[0]).toBeCloseTo(3, 2);
  });
});

describe('filings', () => {
  it('lie as they fall, the same for the same seed', () => {
    expect(sprinkle(50, 3)).toEqual(sprinkle(50, 3));
    const more = sprinkleOn(sprinkle(50, 3), 20, 4);
    expect(more.x).toHaveLength(70);
    expect(patternOf(sprinkle(4000, 1), EVEN(1e-3)).along).toBeCloseTo(2 / 9, 1);
  });

  it('that nobody taps turn only in a field that beats their friction', () => {
    // μ m g l/4 against V B²/(N μ0), with N of a spheroid five times as long as thick (Osborn 1945).
    const mass = 7860 * (Math.PI / 4) * 0.2e-3 ** 2 * 1e-3;
    const rub = (0.4 * mass * 9.80665 * 1e-3) / 4;
    const volume = mass / 7860;
    expect(rotationThreshold()).toBeCloseTo(Math.sqrt((rub * MU_0 * 0.0558) / volume), 6);
    // Upright it has to be twice as strong: ρ g l μ0 N.
    expect(uprightThreshold()).toBeCloseTo(Math.sqrt(7860 * 9.80665 * 1e-3 * MU_0 * 0.0558), 6);
    const lone = (b: number): number => {
      const one = { x: Float64Array.of(0), y: Float64Array.of(0), angle: Float64Array.of(0.8) };
      return applyBounce(one, EVEN(b), null, seededRandom(1)).angle[0]!;
    };
    expect(lone(rotationThreshold() * 0.98)).toBe(0.8);
    expect(lone(rotationThreshold() * 3)).toBeLessThan(0.8);
  });

  it('that are tapped lie along a strong field and not along a weak one', () => {
    expect(patternOf(tapped(sprinkle(800, 2), EVEN(3e-3), 6), EVEN(3e-3)).along).toBeGreaterThan(
      0.8,
    );
    expect(patternOf(tapped(sprinkle(800, 2), EVEN(2e-5), 6), EVEN(2e-5)).along).toBeLessThan(0.3);
  });

  it('lie well near a wire and badly far from it', () => {
    const field = new GriddedField(fieldOnSheet({ ...WIRE, current: 30 }));
    const { seen, weakest } = patternOf(tapped(sprinkle(6000, 2), field, 4), field);
    // Between a field that turns them while they tremble and one that turns them at rest.
    expect(weakest).toBeGreaterThan(0.2 * rotationThreshold());
    expect(weakest).toBeLessThan(2 * rotationThreshold());
    expect(seen).toBeGreaterThan(0.01);
    expect(seen).toBeLessThan(0.2);
    const none = patternOf(sprinkle(6000, 2), field);
    expect(none).toMatchObject({ seen: 0, weakest: null });
  });

  it('draw one another end to end and push one another off side by side', () => {
    const field = EVEN(5e-3);
    const gap = (filings: Filings): number => filings.x[1]! - filings.x[0]!;
    const ends = applyBounce(two(1.6e-3, 0, 0), field, null, seededRandom(1));
    expect(gap(ends)).toBeLessThan(1.6e-3);
    // Each as much as the other.
    expect(ends.x[0]! + ends.x[1]!).toBeCloseTo(1.6e-3, 12);
    const crossed = applyBounce(two(0.7e-3, 0.6e-3, 0.4), field, null, seededRandom(1));
    expect(crossed.x[0]! + crossed.x[1]!).toBeCloseTo(0.7e-3, 12);
    expect(crossed.y[0]! + crossed.y[1]!).toBeCloseTo(0.6e-3, 12);
    const sides = applyBounce(two(0, 0.5e-3, 0), field, null, seededRandom(1));
    expect(sides.y[1]! - sides.y[0]!).toBeGreaterThan(0.5e-3);
  });

  it('chain: tapped in an even field more of them touch end to end than by chance', () => {
    const touching = ({ x, y }: Filings): number => {
      let pairs = 0;
      for (let i = 0; i < x.length; i++) {
        for (let j = 0; j < x.length; j++) {
          const [dx, dy] = [x[j]! - x[i]!, y[j]! - y[i]!];
          if (dx > 0.8 * FILING.length && dx < 1.3 * FILING.length && Math.abs(dy) < 2e-4) pairs++;
        }
      }
      return pairs;
    };
    const before = sprinkle(3000, 8);
    const chance = touching({ x: before.x.slice(), y: before.y.slice(), angle: before.angle });
    expect(touching(tapped(before, EVEN(4e-3), 8))).toBeGreaterThan(1.6 * chance);
  });

  it('crowd where the field is strongest, and none is lost but over the edge', () => {
    const magnet = new GriddedField(
      fieldOnSheet({ ...WIRE, kind: 'disc-under', radius: 0.0075, length: 0.003, distance: 0.004 }),
    );
    const inside = ({ x, y }: Filings): number =>
      x.reduce((n, at, i) => n + (Math.hypot(at, y[i]!) < 0.012 ? 1 : 0), 0);
    const before = sprinkle(2000, 4);
    const n = inside(before);
    const after = tapped(before, magnet, 6);
    expect(inside(after)).toBeGreaterThan(1.5 * n);
    expect(after.x.length).toBeGreaterThan(1900);
    expect(Math.max(...after.x.map(Math.abs))).toBeLessThanOrEqual(SHEET.width / 2);
  });
});

describe('a magnet in a bag', () => {
  it('lifts filings from beyond its own rim, and those only', () => {
    const reach = gatherRadius();
    expect(reach).toBeGreaterThan(BAGGED.radius);
    expect(reach).toBeLessThan(0.03);
    const filings = sprinkle(3000, 6);
    const left = collectFilings(filings, [-0.05, 0], [0.05, 0], reach);
    const near = (one: Filings): number =>
      one.x.reduce((n, x, i) => n + (Math.abs(x) < 0.05 && Math.abs(one.y[i]!) < reach ? 1 : 0), 0);
    expect(near(filings)).toBeGreaterThan(50);
    expect(near(left)).toBe(0);
    expect(collectFilings(left, [-0.05, 0], [0.05, 0], reach)).toBe(left);
  });
});

describe('the heat of a current', () => {
  it('is I² ρ ÷ A, and 3 K a second of 20 A in a millimetre of copper', () => {
    const { perMetre, perSecond, time } = wireHeating(20, 0.001);
    expect(perMetre).toBeCloseTo(400 / 58e6 / ((Math.PI / 4) * 1e-6), 6);
    expect(perSecond).toBeCloseTo(3.27, 2);
    expect(time).toBeCloseTo(25 / perSecond, 9);
    expect(wireHeating(0, 0.001).time).toBe(Infinity);
  });
});

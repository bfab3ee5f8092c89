import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normalFrom, normalQuantile, seededRandom } from '../../numerics/index.js';
import { nextLoad, type Expected } from './index.js';

/** Hangs loads until the limit is known. @returns how many it took, and between which it lies. */
function find(limit: number, expected: Expected | null) {
  let [held, dropped] = [0, Infinity];
  for (let loads = 0; loads < 40; loads++) {
    const load = nextLoad({ held, dropped }, expected);
    if (load === null) return { loads, held, dropped };
    expect(load).toBeGreaterThan(held);
    expect(load).toBeLessThan(dropped);
    if (load <= limit) held = load;
    else dropped = load;
  }
  throw new Error(`${limit} kg was not found`);
}

describe('the load to hang next', () => {
  it('closes in on the limit, whatever was expected of it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 200, noNaN: true }),
        fc.double({ min: 0.05, max: 50, noNaN: true }),
        fc.double({ min: 1.2, max: 10, noNaN: true }),
        (limit, low, spread) => {
          const { held, dropped } = find(limit, { low, high: low * spread });
          expect(held).toBeLessThanOrEqual(limit);
          expect(dropped).toBeGreaterThan(limit);
          // Two figures cannot part all loads finer than that.
          if (held > 0) expect(dropped / held).toBeLessThan(1.3);
        },
      ),
    );
  });

  it('needs few loads where the expectation is right, fewer than without one', () => {
    const random = seededRandom(5);
    const expected = { low: 1, high: 6 };
    const [middle, deviation] = [Math.log(6) / 2, Math.log(6) / (2 * normalQuantile(0.95))];
    let [knowing, blind, drops] = [0, 0, 0];
    for (let i = 0; i < 300; i++) {
      const limit = Math.exp(middle + deviation * normalFrom(random));
      knowing += find(limit, expected).loads / 300;
      blind += find(limit, null).loads / 300;
      if (nextLoad({ held: 0, dropped: Infinity }, expected)! > limit) drops += 1 / 300;
    }
    expect(knowing).toBeLessThan(5);
    expect(knowing).toBeLessThan(blind - 2);
    // The first load holds about four times in five.
    expect(drops).toBeGreaterThan(0.1);
    expect(drops).toBeLessThan(0.3);
  });

  it('is a load that can be put together', () => {
    expect(nextLoad({ held: 0, dropped: Infinity }, null)).toBe(0.1);
    expect(nextLoad({ held: 0.1, dropped: Infinity }, null)).toBe(0.2);
    expect(nextLoad({ held: 2, dropped: 4 }, null)).toBe(3);
    expect(nextLoad({ held: 2, dropped: 2.4 }, null)).toBeNull();
    expect(nextLoad({ held: 0, dropped: 0.5 }, null)).toBe(0.25);
  });

  it('goes beyond what was expected when that has held', () => {
    expect(nextLoad({ held: 40, dropped: Infinity }, { low: 1, high: 2 })).toBe(80);
  });
});

describe('the normal quantile', () => {
  it('is that of the tables', () => {
    // NIST/SEMATECH e-Handbook of Statistical Methods, section 1.3.6.7.1.
    expect(normalQuantile(0.975)).toBeCloseTo(1.96, 3);
    expect(normalQuantile(0.95)).toBeCloseTo(1.645, 3);
    expect(normalQuantile(0.5)).toBeCloseTo(0, 12);
  });
});

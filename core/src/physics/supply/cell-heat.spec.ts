import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cellOnTime, cellPower, findCell, trialsOfCharge } from './index.js';

const lantern = findCell('alkaline', 'lantern');
const aa = findCell('alkaline', 'AA');

describe('the heat of a cell', () => {
  it('is the current squared through its own resistance', () => {
    expect(cellPower(lantern, 10)).toBeCloseTo(45, 9);
  });

  // Worked by hand: C = 0.6 · 0.88 kg · 1000 J/kgK = 528 J/K, hA = 11 · 0.0363 = 0.3993 W/K,
  // t = −(528/0.3993) ln(1 − 0.3993 · 30/45) = 409 s.
  it('ends ten amperes from a lantern battery after some seven minutes', () => {
    expect(cellOnTime(lantern, 10, 20)).toBeCloseTo(409.1, 0);
  });

  // Worked by hand: P = 5² · 0.18 = 4.5 W, C = 13.8 J/K, hA = 0.0286 W/K, t = 102 s.
  it('ends five amperes from a penlight cell after less than two minutes', () => {
    expect(cellOnTime(aa, 5, 20)).toBeCloseTo(102.1, 0);
  });

  it('never matters at a small current, and at once in a cell that is warm already', () => {
    expect(cellOnTime(aa, 0.5, 20)).toBe(Infinity);
    expect(cellOnTime(aa, 0.5, 51)).toBe(0);
  });

  it('is reached sooner with more current and in a warmer room', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 30, noNaN: true }),
        fc.double({ min: 1.01, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 35, noNaN: true }),
        (current, more, room) => {
          const time = cellOnTime(aa, current, room);
          expect(cellOnTime(aa, current * more, room)).toBeLessThan(time);
          expect(cellOnTime(aa, current, room + 5)).toBeLessThan(time);
        },
      ),
    );
  });

  it('near no loss is the heat that fits into the cell', () => {
    // At 100 A the loss is nothing beside 1.8 kW: t = C ΔT / P.
    expect(cellOnTime(aa, 100, 20) / ((13.8 * 30) / 1800)).toBeCloseTo(1, 3);
  });

  it('leaves charge for so many trials until half of it is drawn', () => {
    expect(trialsOfCharge(aa, 4, 5)).toBe(Math.floor((0.5 * 1600 * 3.6) / 20));
  });
});

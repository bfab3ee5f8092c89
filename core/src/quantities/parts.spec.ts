import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { partsOf } from './parts.js';

const SIGNS = ['1', ' ', '/', '.', 'e', '-', 'm', '!'];
const some = (minLength: number) =>
  fc.string({ unit: fc.constantFrom(...SIGNS), minLength, maxLength: 4 });

describe('the parts of a quantity', () => {
  it('are numbers with what is typed behind them', () => {
    expect(partsOf('2 ft 6 in')).toEqual([
      { number: '2', unit: 'ft' },
      { number: '6', unit: 'in' },
    ]);
    expect(partsOf('1 1/4in')).toEqual([{ number: '1 1/4', unit: 'in' }]);
    expect(partsOf('-0,5e-3 °C')).toEqual([{ number: '-0,5e-3', unit: '°C' }]);
    for (const nothing of ['', 'mm', '5 mm!,', '5 mm -', '..']) expect(partsOf(nothing)).toBeNull();
  });

  it('are all that was typed, or nothing', () => {
    const pieces = fc.array(fc.constantFrom(...SIGNS, ',', '1 1/1', ' \t'));
    fc.assert(
      fc.property(pieces, (typed) => {
        const text = typed.join('');
        const parts = partsOf(text) ?? [];
        const bare = (s: string): string => s.replace(/\s/g, '');
        const told = bare(parts.map(({ number, unit }) => number + unit).join(''));
        expect([bare(text), '']).toContain(told);
      }),
    );
  });

  // What is repeated grows eightfold. Time then grows eightfold where it is in proportion to the
  // length, and sixty-four-fold where it is in proportion to its square.
  it('are found in a time that grows with the length alone', () => {
    const fastest = (text: string): number => {
      const took = Array.from({ length: 5 }, () => {
        const begun = performance.now();
        partsOf(text);
        return performance.now() - begun;
      });
      return Math.min(...took);
    };
    const examples: [string, string, string][] = [
      ['', ' ', ''],
      ['1', ' ', '!'],
      ['', '1', '!'],
      ['1', ' 1', '/'],
    ];
    fc.assert(
      fc.property(some(0), some(1), some(0), (before, repeated, after) => {
        const of = (times: number): string => before + repeated.repeat(times) + after;
        expect(fastest(of(20_000))).toBeLessThan(24 * fastest(of(2_500)) + 2);
      }),
      { numRuns: 300, examples },
    );
  });
});

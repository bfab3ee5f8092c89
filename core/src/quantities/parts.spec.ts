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

  it('are those that the grammar, written as one expression, finds', () => {
    const PART =
      /\s*([-−+]?(?:\d+\s+\d+\/\d+|\d+\/\d+|\d+(?:[.,]\d*)?|[.,]\d+)(?:e[-+]?\d+)?)\s*([^\s\d.,+\-−]*)\s*/iuy;
    const byExpression = (text: string) => {
      const parts = [];
      PART.lastIndex = 0;
      for (let at = 0; at < text.length; at = PART.lastIndex) {
        const found = PART.exec(text);
        if (!found) return null;
        parts.push({ number: found[1]!, unit: found[2]! });
      }
      return parts.length === 0 ? null : parts;
    };
    const piece = fc.constantFrom(...SIGNS, 'E', '−', '+', ',', '12', '1 1/4', '½', '𝒜', '\t');
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
        const text = pieces.join('');
        expect(partsOf(text)).toEqual(byExpression(text));
      }),
      { numRuns: 3000 },
    );
  });

  it('are found by reading each character a few times at most, however long the text is', () => {
    const readsOf = (text: string): number => {
      let reads = 0;
      partsOf(text, (i) => (reads++, text.charAt(i)));
      return reads;
    };
    const examples: [string, string, string][] = [
      ['', ' ', ''],
      ['1', ' ', '!'],
      ['', '1', '!'],
      ['1', ' 1', '/'],
    ];
    fc.assert(
      fc.property(some(0), some(1), some(0), (before, repeated, after) => {
        const text = before + repeated.repeat(2_500) + after;
        expect(readsOf(text)).toBeLessThan(12 * text.length);
      }),
      { numRuns: 300, examples },
    );
  });
});

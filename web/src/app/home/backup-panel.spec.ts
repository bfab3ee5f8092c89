import { describe, expect, it } from 'vitest';
import { apartWords, wordsOf } from './backup-panel';

const nothing = { added: {}, there: 0, apart: [], renewed: 0 };

describe('what was put back', () => {
  it('is said by kind, with what was there already', () => {
    expect(wordsOf({ ...nothing, added: { readings: 2, designs: 1, levels: 9 } })).toBe(
      'Put back: 1 design, 2 readings.',
    );
    expect(wordsOf({ ...nothing, added: { levels: 1 }, there: 1 })).toBe(
      'Put back: some details. One row was there already.',
    );
    expect(wordsOf({ ...nothing, there: 12 })).toBe(
      'Nothing was missing: 12 rows were there already.',
    );
  });

  it('is called a copy where another school has the same', () => {
    expect(wordsOf({ ...nothing, added: { readings: 1 }, renewed: 1 })).toMatch(
      /Another school here has the same ones/,
    );
  });

  it('names the rows that do not fit, the first five of them', () => {
    const row = (n: number) => ({ table: 'readings', id: `r${n}`, why: 'recordedAt: Too late.' });
    const words = apartWords({ ...nothing, apart: [row(1)] });
    expect(words).toMatch(
      /^One row does not fit this version of Nab\. It is kept .* reading r1: recordedAt: /,
    );
    const many = apartWords({ ...nothing, apart: [1, 2, 3, 4, 5, 6].map(row) });
    expect(many).toMatch(/^6 rows do not fit/);
    expect([many.includes('r5'), many.includes('r6')]).toEqual([true, false]);
    expect(many).toMatch(/…$/);
  });
});

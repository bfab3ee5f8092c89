import { FACTOR_IDS } from '@nab/core/lesson';
import { describe, expect, it } from 'vitest';
import { REASONS } from './reasons.js';

const reasons = FACTOR_IDS.filter((id) => id !== 'designs').map(
  (id) => [id, REASONS[id]!] as const,
);

describe('a reason', () => {
  it.each(reasons)(
    'of %s is a sentence of each level, the plain one shorter in its sentences',
    (_, [full, plain]) => {
      for (const text of [full, plain]) expect(text).toMatch(/^[A-Z].*\.$/);
      const longest = (text: string): number =>
        Math.max(...text.split(/[.;:] ?/).map((part) => part.split(' ').length));
      // Short sentences: for whoever reads slowly.
      expect(longest(plain)).toBeLessThanOrEqual(17);
      expect(plain).not.toBe(full);
    },
  );

  it('is of one factor only', () => {
    const texts = reasons.flatMap(([, both]) => both);
    expect(new Set(texts).size).toBe(texts.length);
  });

  it('is none of magnets that differ in everything', () => {
    expect(REASONS.designs).toBeUndefined();
  });
});

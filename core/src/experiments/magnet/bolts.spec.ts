import { describe, expect, it } from 'vitest';
import { BOLT_SIZES, boltOf } from './index.js';

describe('metric bolts', () => {
  // ISO 4014 and ISO 261, from memory.
  it.each([
    [6, 1, 10, 4],
    [8, 1.25, 13, 5.3],
    [12, 1.75, 18, 7.5],
  ])('M%d has a pitch of %d mm and a head %d by %d mm', (d, pitch, width, height) => {
    const bolt = boltOf(d * 1e-3)!;
    expect(bolt.name).toBe(`M${d}`);
    expect(
      [bolt.pitch, bolt.headWidth, bolt.headHeight].map((x) => Number((x * 1e3).toFixed(3))),
    ).toEqual([pitch, width, height]);
  });

  it('are known by a shank that is a little thinner than its name', () => {
    expect(boltOf(7.8e-3)?.name).toBe('M8');
    expect(boltOf(9e-3)).toBeNull();
  });

  it('grow in every measure with their size', () => {
    BOLT_SIZES.slice(1).forEach((bolt, k) => {
      const before = BOLT_SIZES[k]!;
      expect(bolt.pitch).toBeGreaterThan(before.pitch);
      expect(bolt.headWidth).toBeGreaterThan(before.headWidth);
      expect(bolt.headHeight).toBeGreaterThan(before.headHeight);
      expect(bolt.headWidth / bolt.diameter).toBeGreaterThan(1.45);
    });
  });
});

import { describe, expect, it } from 'vitest';
import { check } from '../../problem/index.js';
import { newPermanent, permanentSchema, toPermanent } from '../index.js';

describe('the file of a permanent magnet', () => {
  it('is a strong disc to begin with', () => {
    expect(toPermanent(newPermanent())).toEqual({
      stuff: 'neodymium',
      diameter: 0.015,
      length: 0.003,
      knocks: 0,
      wireDiameter: 0.0005,
      current: 3,
      gap: 0.0002,
    });
  });

  it.each<[string, object, string]>([
    ['another format', { format: 'nab-needle' }, 'format'],
    ['what there is not', { stuff: 'cheese' }, 'stuff'],
    ['a diameter in grams', { diameter: '15 g' }, 'diameter'],
    ['a knock too few', { knocks: -1 }, 'knocks'],
    ['no name', { name: '' }, 'name'],
  ])('with %s is refused beside the field', (_what, change, path) => {
    const checked = check(permanentSchema, { ...newPermanent(), ...change }, 'file');
    expect(checked.ok ? [] : checked.errors.map((one) => one.path)).toContain(path);
  });
});

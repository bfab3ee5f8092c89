import { describe, expect, it } from 'vitest';
import { check } from '../../problem/index.js';
import { earthOf, needleSchema, newNeedle, toNeedle } from '../index.js';

const DAY = new Date('2026-06-01');

describe('the file of a needle', () => {
  it('is a sewing needle on cork to begin with', () => {
    expect(toNeedle(newNeedle(), DAY)).toMatchObject({
      length: 0.04,
      diameter: 0.0008,
      strokes: 30,
      stroking: 'one-way',
      float: { stuff: 'cork', diameter: 0.025, thickness: 0.005 },
    });
  });

  it('takes the earth’s field of a place, or what is typed', () => {
    const { earth } = newNeedle();
    const inKiruna = { ...newNeedle(), earth: { ...earth, latitude: 67.9, longitude: 20.2 } };
    const inQuito = { ...newNeedle(), earth: { ...earth, latitude: -0.2, longitude: -78.5 } };
    expect(earthOf(inKiruna, DAY).horizontal).toBeLessThan(0.5 * earthOf(inQuito, DAY).horizontal);
    const typed = { ...newNeedle(), earth: { ...earth, from: 'typed' as const, declination: 3 } };
    expect(earthOf(typed, DAY).horizontal).toBeCloseTo(2e-5, 12);
    expect(earthOf(typed, DAY).declination).toBeCloseTo(Math.PI / 60, 12);
  });

  it.each<[string, object, string]>([
    ['another format', { format: 'nab-track' }, 'format'],
    ['strokes below nought', { strokes: -1 }, 'strokes'],
    ['half a stroke', { strokes: 1.5 }, 'strokes'],
    ['no unit that it knows', { length: '4 kg' }, 'length'],
    [
      'a float that there is not',
      { float: { ...newNeedle().float, stuff: 'lead' } },
      'float.stuff',
    ],
    [
      'a latitude beyond the pole',
      { earth: { ...newNeedle().earth, latitude: 91 } },
      'earth.latitude',
    ],
  ])('with %s is refused beside the field', (_what, change, path) => {
    const checked = check(needleSchema, { ...newNeedle(), ...change }, 'file');
    const paths = checked.ok ? [] : checked.errors.map((one) => one.path);
    expect(paths).toContain(path);
  });
});

import { describe, expect, it } from 'vitest';
import { compassReport } from '@nab/core/experiments';
import { check } from '../../problem/index.js';
import { compassSchema, newCompassSet, toCompassSet } from '../index.js';

const faulty = (change: object): string[] => {
  const checked = check(compassSchema, { ...newCompassSet(), ...change }, 'file');
  return checked.ok ? [] : checked.errors.map(({ path }) => path);
};

describe('the file of a compass set', () => {
  it('is complete from the least that must be said', () => {
    const checked = check(
      compassSchema,
      {
        format: 'nab-compass',
        version: 1,
        name: 'Bare wire',
        shape: 'wire',
        length: '1 ft',
        wire: { conductor: 'copper', size: '20 AWG', insulation: 'hook-up' },
        winding: {},
        supply: { chemistry: 'alkaline', size: 'AA', series: 1 },
        leads: {},
      },
      'file',
    );
    expect(checked).toMatchObject({
      ok: true,
      value: { distance: '2 cm', side: 'under', earth: '20 µT', winding: { turns: 1 } },
    });
  });

  it.each<[string, object, string]>([
    ['another format', { format: 'nab-design' }, 'format'],
    ['a later version', { version: 2 }, 'version'],
    ['no name', { name: '' }, 'name'],
    ['an unknown shape', { shape: 'spiral' }, 'shape'],
    ['a side that there is not', { side: 'inside' }, 'side'],
    ['a length that is none', { length: 'long' }, 'length'],
    ['a compass a hundred metres off', { distance: '100 m' }, 'distance'],
    ['half a turn', { winding: { turns: 0.5 } }, 'winding.turns'],
    ['a loose winding', { winding: { turns: 3, neatness: 4 } }, 'winding.neatness'],
  ])('with %s is refused beside the field', (_what, change, path) => {
    expect(faulty(change)).toContain(path);
  });

  it('is SI for the core, whatever it was typed in', () => {
    const set = toCompassSet({
      ...newCompassSet(),
      length: '1 ft',
      distance: '1/2 in',
      earth: '0.018 mT',
      roomTemperature: '68 °F',
    });
    expect(set.length).toBeCloseTo(0.3048, 9);
    expect(set.compass.distance).toBeCloseTo(0.0127, 9);
    expect(set.earth).toBeCloseTo(1.8e-5, 12);
    expect(set.roomTemperature).toBeCloseTo(293.15, 9);
  });
});

describe('its evaluation', () => {
  const report = compassReport(toCompassSet(newCompassSet()), 'Wire');

  it('has the deflection whose tangent is the ratio of the fields', () => {
    const angle = (report.needle_angle_deg * Math.PI) / 180;
    expect(Math.tan(angle)).toBeCloseTo(report.flux_density_T / report.earth_flux_density_T, 9);
    expect(report.needle_angle_band.low_deg).toBeLessThan(report.needle_angle_deg);
    expect(report.needle_angle_band.high_deg).toBeLessThan(90);
    expect(report.needle_angle_band.coverage).toBe(0.9);
  });

  it('can be written as JSON and comes back the same', () => {
    expect(JSON.parse(JSON.stringify(report))).toEqual(report);
  });
});

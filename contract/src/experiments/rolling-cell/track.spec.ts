import { describe, expect, it } from 'vitest';
import { evaluateRollingCell, EXPERIMENTS, wireOfTrack } from '@nab/core/experiments';
import { check } from '../../problem/index.js';
import { newTrack, toRollingCell, trackSchema } from '../index.js';

const faulty = (change: object): string[] => {
  const checked = check(trackSchema, { ...newTrack(), ...change }, 'file');
  return checked.ok ? [] : checked.errors.map(({ path }) => path);
};

describe('the file of a track', () => {
  it('is complete from the least that must be said', () => {
    const checked = check(
      trackSchema,
      {
        format: 'nab-track',
        version: 1,
        name: 'Half a metre',
        supply: { chemistry: 'alkaline', size: 'AA' },
        magnets: { diameter: '5/8 in', thickness: '3 mm' },
        wire: { conductor: 'copper', size: '18 AWG', insulation: 'bare' },
        track: { bore: '18 mm' },
      },
      'file',
    );
    expect(checked).toMatchObject({
      ok: true,
      value: {
        washer: 'plain',
        leading: 'minus',
        magnets: { perEnd: 1, facing: 'opposed', remanence: '1.2 T' },
        track: { given: 'length', length: '50 cm', sense: 'clockwise', bent: 'no' },
      },
    });
  });

  it('starts as the core does', () => {
    expect(toRollingCell(newTrack())).toMatchObject({
      ...EXPERIMENTS['rolling-cell'].start(),
      wire: { diameter: 0.001, insulation: 'bare' },
      supply: { size: 'AAA', series: 1 },
      leads: { count: 2, resistanceEach: 0.03 },
    });
  });

  it('is as long as its wire, where that is given', () => {
    const track = { ...newTrack().track, given: 'wire' as const, wire: '10 m' };
    const cell = toRollingCell({ ...newTrack(), track });
    expect(wireOfTrack(cell, cell.track.length)).toBeCloseTo(10, 9);
    const { coil, turns } = evaluateRollingCell(cell);
    expect(coil.wireLength).toBeCloseTo(10, 9);
    expect(cell.winding.turns).toBe(Math.round(turns));
  });

  it.each<[string, object, string]>([
    ['another format', { format: 'nab-compass' }, 'format'],
    ['a later version', { version: 2 }, 'version'],
    ['two cells', { supply: { ...newTrack().supply, series: 2 } }, 'supply.series'],
    ['a bench supply', { supply: { ...newTrack().supply, kind: 'bench' } }, 'supply.series'],
    ['a block', { supply: { ...newTrack().supply, size: '9V' } }, 'supply.size'],
    ['no magnet', { magnets: { ...newTrack().magnets, perEnd: 0 } }, 'magnets.perEnd'],
    [
      'a magnet that there is not',
      { magnets: { ...newTrack().magnets, remanence: '3 T' } },
      'magnets.remanence',
    ],
    ['ice that pushes', { friction: -0.1 }, 'friction'],
    ['a wall', { track: { ...newTrack().track, slope: '80°' } }, 'track.slope'],
  ])('with %s is refused beside the field', (_what, change, path) => {
    expect(faulty(change)).toContain(path);
  });
});

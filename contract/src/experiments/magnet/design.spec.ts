import { describe, expect, it } from 'vitest';
import { evaluateMagnet } from '@nab/core/experiments';
import { check } from '../../problem/index.js';
import { designSchema, newDesign, toMagnetDesign } from '../index.js';

const errorsOf = (value: unknown, mode: 'wire' | 'file' = 'wire') => {
  const checked = check(designSchema, value, mode);
  return checked.ok ? {} : Object.fromEntries(checked.errors.map((e) => [e.path, e.message]));
};
const design = newDesign();

it('lists what may be chosen where something else stands', () => {
  const { core } = newDesign();
  const faults = errorsOf({ ...newDesign(), core: { ...core, material: 'cheese' } });
  expect(faults['core.material']).toMatch(/^Choose a material from the list: .*nail-steel, /);
});

it('asks neither the size nor the enamel of a wire for folded foil', () => {
  const {
    size: _size,
    insulation: _insulation,
    ...foil
  } = {
    ...newDesign().wire,
    form: 'foil' as const,
    foilWidth: '40 mm',
    foilThickness: '0.016 mm',
  };
  expect(errorsOf({ ...newDesign(), wire: foil }, 'file')).toEqual({});
  expect(
    Object.keys(errorsOf({ ...newDesign(), wire: { ...foil, form: 'round' } }, 'file')),
  ).toEqual(expect.arrayContaining(['wire.size', 'wire.insulation']));
});

it('keeps what the educator calls a material, which behaves like the one chosen', () => {
  const { core } = newDesign();
  const own = { ...newDesign(), core: { ...core, materialName: 'ferry rivet' } };
  expect(errorsOf(own)).toEqual({});
  expect(toMagnetDesign(own)).toEqual(toMagnetDesign(newDesign()));
});

describe('a design document', () => {
  it('is valid as a new one, and can be evaluated', () => {
    expect(errorsOf(design)).toEqual({});
    expect(evaluateMagnet(toMagnetDesign(design)).liftedCount).toBeGreaterThan(1);
  });

  it('means the same in any unit', () => {
    const inches = {
      ...design,
      core: { ...design.core, length: '10 cm', diameter: '0.19685 in' },
      winding: { ...design.winding, tails: '150 mm' },
    };
    const [a, b] = [toMagnetDesign(design), toMagnetDesign(inches)];
    expect(b.core.length).toBeCloseTo(a.core.length, 9);
    expect(b.core.diameter).toBeCloseTo(a.core.diameter, 7);
    expect(b.winding.tail).toBeCloseTo(a.winding.tail, 9);
  });

  it.each<[string, unknown]>([
    ['core.length', { ...design, core: { ...design.core, length: 'long' } }],
    ['core.length', { ...design, core: { ...design.core, length: '9 m' } }],
    ['core.bore', { ...design, core: { ...design.core, shape: 'pipe' } }],
    ['core.bore', { ...design, core: { ...design.core, shape: 'pipe', bore: '5 mm' } }],
    [
      'core.headDiameter',
      {
        ...design,
        core: { ...design.core, shape: 'bolt', headDiameter: '4 mm', headHeight: '3 mm' },
      },
    ],
    ['core.material', { ...design, core: { ...design.core, material: 'cheese' } }],
    ['wire.size', { ...design, wire: { ...design.wire, size: '99 AWG' } }],
    ['winding.turns', { ...design, winding: { ...design.winding, turns: 2.5 } }],
    ['winding.turns', { ...design, winding: { ...design.winding, turns: NaN } }],
    ['winding.end', { ...design, winding: { ...design.winding, end: '101 mm' } }],
    ['winding.start', { ...design, winding: { ...design.winding, start: '95 mm' } }],
    ['supply.size', { ...design, supply: { ...design.supply, chemistry: 'nimh', size: '9V' } }],
    ['supply.internalResistance', { ...design, supply: { ...design.supply, emf: '1.5 V' } }],
    ['supply.emf', { ...design, supply: { ...design.supply, internalResistance: '0.2 Ω' } }],
    ['load.massEach', { ...design, load: { ...design.load, massEach: '0.4 mm' } }],
    ['name', { ...design, name: '  ' }],
  ])('says beside %s what is wrong with it', (path, value) => {
    const message = errorsOf(value)[path];
    expect(message).toBeTypeOf('string');
    expect(message!.length).toBeGreaterThan(8);
  });

  it('uses a measured cell in place of the typical one', () => {
    const measured = { ...design.supply, emf: '1,2 V', internalResistance: '300 mΩ', series: 2 };
    const { source } = evaluateMagnet(toMagnetDesign({ ...design, supply: measured }));
    expect(source.emf).toBeCloseTo(2.4, 9);
    expect(source.resistance).toBeCloseTo(0.6, 9);
  });

  it('is taken exactly on the wire and kindly from a file', () => {
    const rough = { ...design, colour: 'red', winding: { turns: 60, start: '30 mm', end: '9 cm' } };
    expect(errorsOf(rough)).not.toEqual({});
    expect(errorsOf(rough, 'file')).toEqual({});
  });

  it('of another format or version is refused', () => {
    expect(errorsOf({ ...design, format: 'other' })).toHaveProperty('format');
    expect(errorsOf({ ...design, version: 2 })).toHaveProperty('version');
  });
});

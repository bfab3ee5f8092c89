import { describe, expect, it } from 'vitest';
import { EXPERIMENTS } from '@nab/core/experiments';
import { check } from '../../problem/index.js';
import { newSpinner, spinnerSchema, toSpinner } from '../index.js';

describe('the file of a spinner', () => {
  it('starts as the core does', () => {
    expect(toSpinner(newSpinner())).toMatchObject({
      ...EXPERIMENTS.spinner.start(),
      wire: { diameter: 0.001, insulation: 'bare' },
      supply: { size: 'AA', series: 1 },
      leads: { count: 2, resistanceEach: 0.05 },
    });
  });

  it.each<[string, object, string]>([
    ['another format', { format: 'nab-track' }, 'format'],
    ['two cells', { supply: { ...newSpinner().supply, series: 2 } }, 'supply.series'],
    ['a block', { supply: { ...newSpinner().supply, size: '9V' } }, 'supply.size'],
    ['no arm', { arms: 0 }, 'arms'],
    ['a shape that there is not', { shape: 'knot' }, 'shape'],
    ['a place that there is not', { touch: 'table' }, 'touch'],
    ['a press in grams', { press: '3 g' }, 'press'],
  ])('with %s is refused beside the field', (_what, change, path) => {
    const checked = check(spinnerSchema, { ...newSpinner(), ...change }, 'file');
    const paths = checked.ok ? [] : checked.errors.map((one) => one.path);
    expect(paths).toContain(path);
  });
});

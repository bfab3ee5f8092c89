import { describe, expect, it } from 'vitest';
import { completeUnit, stepQuantity } from './steps.js';

describe('arrow keys on a quantity', () => {
  it.each([
    ['75 mm', 'length', 1, '76 mm'],
    ['7,5 cm', 'length', -1, '7 cm'],
    ['0.5 mm', 'wireDiameter', 1, '0.55 mm'],
    ['24 AWG', 'wireDiameter', 1, '23 AWG'],
    ['24 SWG', 'wireDiameter', -1, '25 SWG'],
    ['0.4 g', 'mass', 1, '0.5 g'],
    ['0 mm', 'length', -1, '0 mm'],
    ['20 °C', 'temperature', -1, '19 °C'],
  ] as const)('step %s (%s) by %i to %s', (text, kind, direction, next) => {
    expect(stepQuantity(text, kind, direction)).toBe(next);
  });

  it('leave alone what cannot be read', () => {
    expect(stepQuantity('long', 'length', 1)).toBeNull();
  });
});

describe('a number without unit', () => {
  it('takes the unit that stood there', () => {
    expect(completeUnit('11,5', 'length', '12 cm')).toBe('11,5 cm');
    expect(completeUnit('3', 'length', 'nonsense')).toBe('3 mm');
  });

  it('is left alone when it has one, or is nothing', () => {
    expect(completeUnit('24 AWG', 'wireDiameter', '0.5 mm')).toBe('24 AWG');
    expect(completeUnit('  ', 'length', '12 cm')).toBe('');
  });
});

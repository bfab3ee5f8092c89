import { describe, expect, it } from 'vitest';
import { check } from '../../problem/index.js';
import { diagnosisSchema, gaugeReading, newDesign, toEvidence } from '../index.js';

const least = { format: 'nab-diagnosis', version: 1, design: newDesign() };

describe('what is known of a magnet that does not lift', () => {
  it('may be nothing at all', () => {
    const checked = check(diagnosisSchema, least, 'file');
    expect(checked).toMatchObject({ ok: true, value: { tools: [], checks: {}, readings: {} } });
    if (checked.ok) {
      expect(toEvidence(checked.value)).toEqual({ symptom: null, checks: {}, readings: {} });
    }
  });

  it('is SI for the core, and nothing where nothing gets through', () => {
    const checked = check(
      diagnosisSchema,
      {
        ...least,
        symptom: 'weak',
        checks: { wiggle: 'no', scrape: 'yes' },
        readings: { 'open-voltage': '1500 mV', 'coil-resistance': 'none' },
      },
      'file',
    );
    if (!checked.ok) throw new Error(JSON.stringify(checked.errors));
    expect(toEvidence(checked.value)).toEqual({
      symptom: 'weak',
      checks: { wiggle: false, scrape: true },
      readings: { 'open-voltage': 1.5, 'coil-resistance': Infinity },
    });
  });

  it.each<[string, object, string]>([
    ['a symptom that there is not', { symptom: 'sulks' }, 'symptom'],
    ['a tool that there is not', { tools: ['hammer'] }, 'tools[0]'],
    ['an answer that is neither', { checks: { wiggle: 'perhaps' } }, 'checks.wiggle'],
    ['ohms for volts', { readings: { 'open-voltage': '3 Ω' } }, 'readings.open-voltage'],
    ['nothing of a current', { readings: { current: 'none' } }, 'readings.current'],
    ['no magnet', { design: undefined }, 'design'],
  ])('with %s is refused beside the field', (_what, change, path) => {
    const checked = check(diagnosisSchema, { ...least, ...change }, 'file');
    const paths = checked.ok ? [] : checked.errors.map((one) => one.path);
    expect(paths.some((one) => one.startsWith(path))).toBe(true);
  });

  it('reads ohms with a decimal comma', () => {
    expect(gaugeReading('coil-resistance').isValidSync('0,4 Ω')).toBe(true);
    expect(gaugeReading('coil-resistance').isValidSync('0,4 V')).toBe(false);
  });
});

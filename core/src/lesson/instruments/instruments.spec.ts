import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../numerics/index.js';
import {
  ASK_NAME,
  ASK_READING,
  countByMass,
  INSTRUMENTS,
  readingLine,
  readLine,
  SET_ZERO,
  standIn,
  type InstrumentKind,
} from './index.js';

const kinds = Object.keys(INSTRUMENTS) as InstrumentKind[];

describe('a line of an instrument', () => {
  it.each([
    ['mass 12.3 g', 'mass', 0.0123, true],
    ['mass 12.3 g moving', 'mass', 0.0123, false],
    ['mass -0.4 g steady', 'mass', -0.0004, true],
    ['mass 0,5 kg', 'mass', 0.5, true],
    ['resistance 0.84 ohm', 'resistance', 0.84, true],
    ['resistance 840 mΩ steady', 'resistance', 0.84, true],
    ['voltage 1.42 V', 'voltage', 1.42, true],
    ['fluxDensity 12.5 mT', 'fluxDensity', 0.0125, true],
    ['fluxDensity 125 G', 'fluxDensity', 0.0125, true],
    ['temperature 41.5 °C', 'temperature', 314.65, true],
    ['temperature -3 °C', 'temperature', 270.15, true],
  ])('“%s” is a reading', (line, quantity, value, steady) => {
    const read = readLine(`${line}\r`);
    expect(read).toMatchObject({ kind: 'reading', quantity, steady });
    expect((read as { value: number }).value).toBeCloseTo(value, 9);
  });

  it('is nothing where it is empty or a remark', () => {
    expect(readLine('  ')).toBeNull();
    expect(readLine('# warmed up')).toBeNull();
  });

  it('names the instrument, or says what is wrong with it', () => {
    expect(readLine('name scale Blue one')).toEqual({
      kind: 'name',
      instrument: 'scale',
      name: 'Blue one',
    });
    expect(readLine('name thermometer')).toMatchObject({ name: 'Thermometer' });
    expect(readLine('error overload')).toEqual({ kind: 'error', text: 'overload' });
  });

  it.each([
    'mass',
    'mass twelve g',
    'mass 12.3',
    'mass 12.3 mT',
    'colour 5 m',
    'name sundial Old one',
    'mass 12.3 g perhaps',
    '12.3 g',
    `mass 1 g ${'x'.repeat(200)}`,
  ])('“%s” cannot be read, and is no error of Nab’s', (line) => {
    expect(readLine(line)?.kind).toBe('unreadable');
  });

  it('never throws, whatever noise comes down the line', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200 }), (noise) => {
        const read = readLine(noise);
        return read === null || typeof read.kind === 'string';
      }),
    );
  });

  it('comes back as it was written', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.integer({ min: 1, max: 99_999 }),
        fc.boolean(),
        (kind, steps, steady) => {
          const { quantity, unit, step } = INSTRUMENTS[kind];
          const read = readLine(readingLine(quantity, steps * step, unit, steady));
          return (
            read?.kind === 'reading' &&
            read.steady === steady &&
            Math.abs(read.value - steps * step) < 1e-6 * Math.max(1, steps * step)
          );
        },
      ),
    );
  });
});

describe('an instrument that does not exist', () => {
  it.each(kinds)('speaks the protocol: %s', (kind) => {
    const { quantity, step } = INSTRUMENTS[kind];
    const device = standIn(kind, () => 300 * step, seededRandom(1));
    expect(readLine(device.answer(ASK_NAME)[0]!)).toMatchObject({ kind: 'name', instrument: kind });
    const read = readLine(device.answer(ASK_READING)[0]!);
    expect(read).toMatchObject({ kind: 'reading', quantity, steady: true });
    expect(readLine(device.answer('bring tea')[0]!)).toMatchObject({ kind: 'error' });
  });

  it('shows its last digit and no more', () => {
    const scale = standIn('scale', () => 0.012_345_6, seededRandom(1));
    expect(readLine(scale.answer(ASK_READING)[0]!)).toMatchObject({ text: '12.3 g' });
  });

  it('moves before it is steady, and comes to rest at what there is', () => {
    let load = 0;
    const scale = standIn('scale', () => load, seededRandom(1));
    scale.answer(ASK_READING);
    load = 0.1;
    const reads = Array.from({ length: 6 }, () => readLine(scale.answer(ASK_READING)[0]!));
    const values = reads.map((read) => (read as { value: number }).value);
    expect(reads.map((read) => (read as { steady: boolean }).steady)).toEqual([
      false,
      false,
      false,
      true,
      true,
      true,
    ]);
    expect(values).toEqual([...values].sort((p, q) => p - q));
    expect(values.at(-1)).toBeCloseTo(0.1, 9);
  });

  it('takes off what lay there when zero was set', () => {
    let load = 0.02;
    const scale = standIn('scale', () => load, seededRandom(1));
    expect(readLine(scale.answer(SET_ZERO)[0]!)).toMatchObject({ value: 0 });
    load = 0.05;
    const values = Array.from(
      { length: 5 },
      () => (readLine(scale.answer(ASK_READING)[0]!) as { value: number }).value,
    );
    expect(values.at(-1)).toBeCloseTo(0.03, 9);
    const thermometer = standIn('thermometer', () => 300, seededRandom(1));
    expect(readLine(thermometer.answer(SET_ZERO)[0]!)).toMatchObject({ kind: 'error' });
  });

  it('scatters by its noise', () => {
    const meter = standIn('gauss-meter', () => 0.05, seededRandom(7));
    const values = Array.from(
      { length: 400 },
      () => (readLine(meter.answer(ASK_READING)[0]!) as { value: number }).value,
    );
    const mean = values.reduce((a, b) => a + b, 0) / values.length;
    const sd = Math.sqrt(values.reduce((a, b) => a + (b - mean) ** 2, 0) / values.length);
    expect(mean / 0.05).toBeCloseTo(1, 2);
    expect(sd / 0.05).toBeGreaterThan(0.008);
    expect(sd / 0.05).toBeLessThan(0.012);
  });
});

describe('a count by scale', () => {
  it('is the mass over that of one, and sure where the last digit cannot change it', () => {
    expect(countByMass(0.0241, 0.0004, 1e-4)).toEqual({ count: 60, sure: true });
    expect(countByMass(0.02422, 0.0004, 1e-4)).toEqual({ count: 61, sure: false });
    // A scale of whole grams cannot count small clips.
    expect(countByMass(0.024, 0.0004, 1e-3)).toMatchObject({ count: 60, sure: false });
    expect(countByMass(-0.0001, 0.0004, 1e-4).count).toBe(0);
  });
});

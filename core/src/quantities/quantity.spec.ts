import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatNumber, formatQuantity, parseQuantity, UNITS, type QuantityKind } from './index.js';

describe('what an educator types', () => {
  it.each<[string, QuantityKind, number]>([
    ['75 mm', 'length', 0.075],
    ['7,5 cm', 'length', 0.075],
    ['2 ft', 'length', 0.6096],
    ['2 ft 6 in', 'length', 0.762],
    ['1/4 in', 'length', 0.00635],
    ['1 1/2 in', 'length', 0.0381],
    ['3"', 'length', 0.0762],
    ['2 ft 6', 'length', 0.762],
    ["2'6", 'length', 0.762],
    ['7 thou', 'length', 0.0001778],
    ['M8', 'length', 0.008],
    ['m 2,5', 'length', 0.0025],
    ['6d', 'length', 0.0508],
    ['16 d', 'length', 0.0889],
    ['7 thou', 'wireDiameter', 0.0001778],
    ['# 18 AWG', 'wireDiameter', 0.0010237],
    ['0.4mm', 'wireDiameter', 0.0004],
    ['18 AWG', 'wireDiameter', 0.0010237],
    ['awg 24', 'wireDiameter', 0.00051054],
    ['24 SWG', 'wireDiameter', 0.0005588],
    ['1 lb', 'mass', 0.45359237],
    ['0,4 g', 'mass', 0.0004],
    ['2 oz', 'mass', 0.05669904625],
    ['5 N', 'force', 5],
    ['68 °F', 'temperature', 293.15],
    ['20 C', 'temperature', 293.15],
    ['1.5V', 'voltage', 1.5],
    ['70 mΩ', 'resistance', 0.07],
    ['0.2 ohm', 'resistance', 0.2],
    ['250 mA', 'current', 0.25],
    ['2 min', 'time', 120],
    ['20 µT', 'fluxDensity', 2e-5],
    ['0.5 G', 'fluxDensity', 5e-5],
  ])('reads %s as a %s', (text, kind, si) => {
    const typed = parseQuantity(text, kind);
    expect(typed.si / si).toBeCloseTo(1, 4);
    expect(typed.text).toBe(text);
  });

  it.each<[string, QuantityKind]>([
    ['', 'length'],
    ['75', 'length'],
    ['75 parsecs', 'length'],
    ['1.2.3 mm', 'length'],
    ['mm', 'length'],
    ['75 g', 'length'],
    ['12 turns', 'mass'],
    ['1,000.5 mm', 'length'],
    ['5 mm -2 mm', 'length'],
    ['20 °C 5 °C', 'temperature'],
    ['6 mm 2', 'length'],
    ['M8', 'mass'],
  ])('refuses “%s” as a %s', (text, kind) => {
    expect(() => parseQuantity(text, kind)).toThrow(
      expect.objectContaining({ code: 'QUANTITY_UNREADABLE' }),
    );
  });

  it.each<[string, QuantityKind, RegExp]>([
    ['18 gauge', 'wireDiameter', /^Which gauge\? 18 AWG is 1\.02 mm, 18 SWG is 1\.22 mm\.$/],
    ['#24', 'wireDiameter', /24 AWG is 0\.511 mm, 24 SWG is 0\.559 mm/],
    ['M8 × 50', 'length', /two sizes: type M8 as the diameter and 50 mm as the length/],
    ['11d', 'length', /no 11d nail\. Nails are 2d, .*60d/],
  ])('asks what “%s” means', (text, kind, question) => {
    expect(() => parseQuantity(text, kind)).toThrow(
      expect.objectContaining({
        code: 'QUANTITY_UNREADABLE',
        message: expect.stringMatching(question) as string,
      }),
    );
  });

  it('is refused when it is longer than any quantity, whatever it is made of', () => {
    for (const filling of [' ', '1', '.', '1 ', '−', '1/']) {
      const text = `1${filling.repeat(100_000)}mm`;
      expect(() => parseQuantity(text, 'length')).toThrow(/cannot be read/);
      expect(() => parseQuantity(text, 'wireDiameter')).toThrow(/^.{0,200}$/);
    }
    expect(parseQuantity(`${' '.repeat(100_000)}75 mm`, 'length').si).toBeCloseTo(0.075, 9);
  });

  it('takes a bare number only where a unit is assumed', () => {
    expect(parseQuantity('75', 'length', 'mm').si).toBeCloseTo(0.075, 12);
  });

  it.each(['41 AWG', '5/0 AWG', '51 SWG', '8/0 SWG'])('knows no gauge %s', (text) => {
    expect(() => parseQuantity(text, 'wireDiameter')).toThrow(
      expect.objectContaining({ code: 'GAUGE_UNKNOWN' }),
    );
  });
});

describe('units', () => {
  it('come back as they went in, whatever the unit', () => {
    const kinds = Object.keys(UNITS) as QuantityKind[];
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.nat(20),
        fc.double({ min: 0.01, max: 999, noNaN: true }),
        (kind, pick, value) => {
          const unit = UNITS[kind][pick % UNITS[kind].length]!;
          const si = value * unit.scale + (unit.offset ?? 0);
          const text = formatQuantity(si, kind, unit.symbol, 10);
          const read = parseQuantity(text, kind);
          expect(read.unit).toBe(unit.symbol);
          expect(read.si).toBeCloseTo(si, Math.max(0, 7 - Math.ceil(Math.log10(si + 1))));
        },
      ),
    );
  });

  it('are written without exponents and without idle zeros', () => {
    expect(formatNumber(0.070000001)).toBe('0.07');
    expect(formatNumber(1234.5)).toBe('1235');
    expect(formatNumber(-0.5)).toBe('−0.5');
    expect(formatNumber(NaN)).toBe('–');
  });
});

it('puts a space before every unit but the degree of an angle', () => {
  // Source: SI Brochure, 9th ed., 5.4.3.
  expect(formatQuantity(Math.PI / 4, 'angle', '°')).toBe('45°');
  expect(formatQuantity(293.15, 'temperature', '°C')).toBe('20 °C');
  expect(parseQuantity('45°', 'angle').si).toBeCloseTo(Math.PI / 4, 12);
});

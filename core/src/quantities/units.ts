/** Kinds of quantity that an educator types. */
export type QuantityKind =
  | 'length'
  | 'wireDiameter'
  | 'mass'
  | 'force'
  | 'voltage'
  | 'current'
  | 'resistance'
  | 'temperature'
  | 'fluxDensity'
  | 'time'
  | 'angle';

/** A unit: `si = value · scale + offset`. */
export interface Unit {
  readonly symbol: string;
  readonly scale: number;
  readonly offset?: number;
  /** Other spellings, lower case. */
  readonly aliases: readonly string[];
}

/**
 * Units by kind; the first is what a bare SI value is shown in unless another is asked for.
 * Source of the factors: NIST Special Publication 811, appendix B (inch, foot, pound, ounce exact).
 */
export const UNITS: Readonly<Record<QuantityKind, readonly Unit[]>> = {
  length: [
    {
      symbol: 'mm',
      scale: 1e-3,
      aliases: ['millimetre', 'millimetres', 'millimeter', 'millimeters'],
    },
    {
      symbol: 'cm',
      scale: 1e-2,
      aliases: ['centimetre', 'centimetres', 'centimeter', 'centimeters'],
    },
    { symbol: 'm', scale: 1, aliases: ['metre', 'metres', 'meter', 'meters'] },
    { symbol: 'in', scale: 0.0254, aliases: ['"', '″', '”', 'inch', 'inches'] },
    { symbol: 'ft', scale: 0.3048, aliases: ["'", '′', '’', 'foot', 'feet'] },
    { symbol: 'yd', scale: 0.9144, aliases: ['yard', 'yards'] },
    { symbol: 'mil', scale: 2.54e-5, aliases: ['mils', 'thou'] },
  ],
  wireDiameter: [
    {
      symbol: 'mm',
      scale: 1e-3,
      aliases: ['millimetre', 'millimetres', 'millimeter', 'millimeters'],
    },
    { symbol: 'in', scale: 0.0254, aliases: ['"', '″', '”', 'inch', 'inches'] },
    { symbol: 'mil', scale: 2.54e-5, aliases: ['mils', 'thou'] },
  ],
  mass: [
    { symbol: 'g', scale: 1e-3, aliases: ['gram', 'grams', 'gramme', 'grammes'] },
    { symbol: 'kg', scale: 1, aliases: ['kilogram', 'kilograms', 'kilo', 'kilos'] },
    { symbol: 'mg', scale: 1e-6, aliases: ['milligram', 'milligrams'] },
    { symbol: 'oz', scale: 0.028349523125, aliases: ['ounce', 'ounces'] },
    { symbol: 'lb', scale: 0.45359237, aliases: ['lbs', 'pound', 'pounds'] },
  ],
  force: [
    { symbol: 'N', scale: 1, aliases: ['newton', 'newtons'] },
    { symbol: 'kN', scale: 1e3, aliases: [] },
    { symbol: 'lbf', scale: 4.4482216152605, aliases: [] },
  ],
  voltage: [
    { symbol: 'V', scale: 1, aliases: ['volt', 'volts'] },
    { symbol: 'mV', scale: 1e-3, aliases: [] },
  ],
  current: [
    { symbol: 'A', scale: 1, aliases: ['amp', 'amps', 'ampere', 'amperes'] },
    { symbol: 'mA', scale: 1e-3, aliases: [] },
  ],
  resistance: [
    { symbol: 'Ω', scale: 1, aliases: ['ω', 'Ω'.toLowerCase(), 'ohm', 'ohms'] },
    { symbol: 'mΩ', scale: 1e-3, aliases: ['mω', 'mohm', 'milliohm', 'milliohms'] },
  ],
  temperature: [
    { symbol: '°C', scale: 1, offset: 273.15, aliases: ['c', 'degc', 'celsius'] },
    { symbol: '°F', scale: 5 / 9, offset: 459.67 * (5 / 9), aliases: ['f', 'degf', 'fahrenheit'] },
    { symbol: 'K', scale: 1, aliases: ['kelvin'] },
  ],
  fluxDensity: [
    { symbol: 'mT', scale: 1e-3, aliases: ['millitesla'] },
    { symbol: 'T', scale: 1, aliases: ['tesla'] },
    { symbol: 'µT', scale: 1e-6, aliases: ['ut', 'μt', 'microtesla'] },
    { symbol: 'G', scale: 1e-4, aliases: ['gauss'] },
  ],
  time: [
    { symbol: 's', scale: 1, aliases: ['sec', 'second', 'seconds'] },
    { symbol: 'min', scale: 60, aliases: ['minute', 'minutes'] },
    { symbol: 'h', scale: 3600, aliases: ['hour', 'hours'] },
  ],
  angle: [
    { symbol: '°', scale: Math.PI / 180, aliases: ['deg', 'degree', 'degrees'] },
    { symbol: 'rad', scale: 1, aliases: ['radian', 'radians'] },
  ],
};

/** Whether somebody thinks of lengths in metres, or in feet and inches. */
export type LengthUnits = 'metric' | 'imperial';

const IMPERIAL: ReadonlySet<string> = new Set(['in', 'ft', 'yd', 'mil']);

/** Returns the system of units to which units of length belong: imperial if one of them does. */
export const unitsOf = (units: readonly string[]): LengthUnits =>
  units.some((unit) => IMPERIAL.has(unit)) ? 'imperial' : 'metric';

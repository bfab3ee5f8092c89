import type { QuantityLimits } from '../../quantities/index.js';

/** What may be typed of wire, winding, supply and leads: forms, files and factors share it. */
export const COIL_LIMITS = {
  wireSize: { min: 0.00005, max: 0.003, unit: 'mm' },
  base: { min: 0, max: 0.01, unit: 'mm' },
  tails: { min: 0, max: 3, unit: 'cm' },
  /** Wire for one coil. */
  wireLength: { min: 0.02, max: 500, unit: 'm' },
  emf: { min: 0.5, max: 30, unit: 'V' },
  internalResistance: { min: 0, max: 50, unit: 'Ω' },
  leadResistance: { min: 0, max: 5, unit: 'Ω' },
  foilWidth: { min: 0.002, max: 0.3, unit: 'mm' },
  foilThickness: { min: 0.000005, max: 0.0003, unit: 'mm' },
  coilResistance: { min: 0.005, max: 500, unit: 'Ω' },
  cellTemperature: { min: 263.15, max: 318.15, unit: '°C' },
  benchVoltage: { min: 0.1, max: 30, unit: 'V' },
  currentLimit: { min: 0.05, max: 20, unit: 'A' },
  roomTemperature: { min: 273.15, max: 318.15, unit: '°C' },
} as const satisfies Record<string, QuantityLimits>;

/** The same of what is counted or a plain number. */
export const COIL_COUNTS = {
  turns: { min: 1, max: 5000 },
  series: { min: 1, max: 12 },
  parallel: { min: 1, max: 8 },
  branches: { min: 1, max: 6 },
  leads: { min: 0, max: 8 },
  folds: { min: 0, max: 6 },
  /** Charge drawn from the cells, percent. */
  used: { min: 0, max: 95 },
  neatness: { min: 1, max: 2 },
} as const;

/**
 * Wire to allow for over what is wound, for cutting and for a coil that has to be wound again.
 * Common practice, no source.
 */
export const WIRE_RESERVE = 1.1;

import type { QuantityLimits } from '../../quantities/index.js';

/** What may be typed of a spinner, SI. */
export const SPINNER_LIMITS = {
  magnetDiameter: { min: 0.004, max: 0.06, unit: 'mm' },
  magnetThickness: { min: 0.0005, max: 0.02, unit: 'mm' },
  remanence: { min: 0.1, max: 1.6, unit: 'T' },
  width: { min: 0.01, max: 0.2, unit: 'mm' },
  press: { min: 0, max: 0.5, unit: 'N' },
  contact: { min: 0, max: 2, unit: 'Ω' },
} as const satisfies Record<string, QuantityLimits>;

/** The same of what is counted or a plain number. */
export const SPINNER_COUNTS = {
  magnets: { min: 1, max: 10 },
  arms: { min: 1, max: 4 },
  friction: { min: 0, max: 1.5 },
} as const;

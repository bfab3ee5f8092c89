import type { QuantityLimits } from '../../quantities/index.js';

/** What may be typed of a rolling cell and its track, SI. */
export const TRACK_LIMITS = {
  magnetDiameter: { min: 0.004, max: 0.06, unit: 'mm' },
  magnetThickness: { min: 0.0005, max: 0.02, unit: 'mm' },
  remanence: { min: 0.1, max: 1.6, unit: 'T' },
  bore: { min: 0.005, max: 0.08, unit: 'mm' },
  turnGap: { min: 0, max: 0.02, unit: 'mm' },
  length: { min: 0.03, max: 20, unit: 'cm' },
  ringRadius: { min: 0.02, max: 10, unit: 'cm' },
  contact: { min: 0, max: 2, unit: 'Ω' },
} as const satisfies Record<string, QuantityLimits>;

/** The same of what is counted or a plain number. */
export const TRACK_COUNTS = {
  magnetsPerEnd: { min: 1, max: 8 },
  friction: { min: 0, max: 1.5 },
} as const;

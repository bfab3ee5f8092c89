import type { QuantityLimits } from '../../quantities/index.js';

/** What may be typed of a needle, SI. */
export const NEEDLE_LIMITS = {
  length: { min: 0.015, max: 0.15, unit: 'mm' },
  diameter: { min: 0.0003, max: 0.004, unit: 'mm' },
  floatDiameter: { min: 0.005, max: 0.1, unit: 'mm' },
  floatThickness: { min: 0.001, max: 0.03, unit: 'mm' },
  earth: { min: 1e-6, max: 1e-4, unit: 'µT' },
} as const satisfies Record<string, QuantityLimits>;

/** The same of what is counted, and degrees of a place. */
export const NEEDLE_COUNTS = {
  strokes: { min: 0, max: 200 },
  latitude: 90,
  longitude: 180,
} as const;

import type { QuantityLimits } from '../../quantities/index.js';

/** Limits for a compass near a current, SI. */
export const COMPASS_LIMITS = {
  length: { min: 0.002, max: 5, unit: 'cm' },
  radius: { min: 0.002, max: 0.5, unit: 'cm' },
  distance: { min: 0, max: 1, unit: 'cm' },
  earth: { min: 1e-6, max: 1e-4, unit: 'µT' },
} as const satisfies Record<string, QuantityLimits>;

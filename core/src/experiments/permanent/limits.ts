import type { QuantityLimits } from '../../quantities/index.js';

/** What may be typed of a permanent magnet and its coil, SI. */
export const PERMANENT_LIMITS = {
  diameter: { min: 0.002, max: 0.06, unit: 'mm' },
  length: { min: 0.001, max: 0.2, unit: 'mm' },
  wire: { min: 0.0001, max: 0.003, unit: 'mm' },
  current: { min: 0.05, max: 20, unit: 'A' },
  gap: { min: 0.00005, max: 0.02, unit: 'mm' },
} as const satisfies Record<string, QuantityLimits>;

export const PERMANENT_COUNTS = { knocks: { min: 0, max: 50 } } as const;

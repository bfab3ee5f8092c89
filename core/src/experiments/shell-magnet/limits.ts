import type { QuantityLimits } from '../../quantities/index.js';

/** Limits for a shell magnet, apart from its coil, SI. */
export const SHELL_LIMITS = {
  poleDiameter: { min: 0.003, max: 0.06, unit: 'mm' },
  outerDiameter: { min: 0.008, max: 0.15, unit: 'mm' },
  wall: { min: 0.0005, max: 0.02, unit: 'mm' },
  base: { min: 0.0005, max: 0.03, unit: 'mm' },
  depth: { min: 0.003, max: 0.1, unit: 'mm' },
  former: { min: 0, max: 0.005, unit: 'mm' },
  keeperDiameter: { min: 0.004, max: 0.3, unit: 'mm' },
  keeperThickness: { min: 0.0005, max: 0.05, unit: 'mm' },
  gap: { min: 0.00001, max: 0.005, unit: 'mm' },
  tilt: { min: 0, max: 0.005, unit: 'mm' },
  load: { min: 0.01, max: 1000, unit: 'kg' },
} as const satisfies Record<string, QuantityLimits>;

/** Equal magnets on one supply, and the share of the faces that is covered, percent. */
export const SHELL_COUNTS = {
  count: { min: 1, max: 12 },
  covered: { min: 10, max: 100 },
} as const;

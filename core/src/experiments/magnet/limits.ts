import type { QuantityLimits } from '../../quantities/index.js';

/** What may be typed of core, pair, objects and plate, SI. */
export const MAGNET_LIMITS = {
  coreLength: { min: 0.01, max: 0.5, unit: 'mm' },
  coreDiameter: { min: 0.001, max: 0.06, unit: 'mm' },
  bore: { min: 0.0005, max: 0.058, unit: 'mm' },
  headDiameter: { min: 0.002, max: 0.1, unit: 'mm' },
  headHeight: { min: 0.0005, max: 0.05, unit: 'mm' },
  position: { min: 0, max: 0.5, unit: 'mm' },
  threadPitch: { min: 0.0002, max: 0.005, unit: 'mm' },
  stripSide: { min: 0.0003, max: 0.06, unit: 'mm' },
  spacing: { min: 0.003, max: 0.3, unit: 'mm' },
  yokeSide: { min: 0.0005, max: 0.1, unit: 'mm' },
  yokeGap: { min: 0, max: 0.005, unit: 'mm' },
  plateWidth: { min: 0.004, max: 0.3, unit: 'mm' },
  plateThickness: { min: 0.0003, max: 0.05, unit: 'mm' },
  contactGap: { min: 0.00001, max: 0.005, unit: 'mm' },
  plateTilt: { min: 0, max: 0.005, unit: 'mm' },
  plateLoad: { min: 0.001, max: 500, unit: 'kg' },
  objectLength: { min: 0.001, max: 0.2, unit: 'mm' },
  objectThickness: { min: 0.0002, max: 0.02, unit: 'mm' },
  massEach: { min: 1e-6, max: 1, unit: 'g' },
} as const satisfies Record<string, QuantityLimits>;

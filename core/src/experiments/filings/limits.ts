import type { QuantityLimits } from '../../quantities/index.js';

/** Limits for a sheet of filings, SI. */
export const FILING_LIMITS = {
  current: { min: 0, max: 50, unit: 'A' },
  wireDiameter: { min: 0.0002, max: 0.006, unit: 'mm' },
  radius: { min: 0.002, max: 0.05, unit: 'mm' },
  length: { min: 0.002, max: 0.15, unit: 'mm' },
  distance: { min: 0.001, max: 0.05, unit: 'mm' },
  apart: { min: 0.008, max: 0.15, unit: 'mm' },
  remanence: { min: 0.05, max: 1.5, unit: 'T' },
} as const satisfies Record<string, QuantityLimits>;

/** The same of what is counted. */
export const FILING_COUNTS = {
  turns: { min: 1, max: 1000 },
  filings: { min: 100, max: 12_000 },
} as const;

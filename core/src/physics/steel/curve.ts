import { MU_0 } from '../constants.js';
import { findRoot, MonotoneCubic } from '../../numerics/index.js';

/** A normal magnetisation curve, H as an odd function of B. */
export interface SteelCurve {
  /** Whether H is proportional to B. */
  readonly linear?: boolean;
  /** H(B), A/m, B in tesla of either sign. */
  fieldStrength(fluxDensity: number): number;
  /** dH/dB, m/H, > 0. */
  reluctivity(fluxDensity: number): number;
  /** ∫₀ᴮ H dB, J/m³. */
  energyDensity(fluxDensity: number): number;
}

/** Constant relative permeability μ_r ≥ 1. */
export function linearCurve(relativePermeability: number): SteelCurve {
  const slope = 1 / (MU_0 * relativePermeability);
  return {
    linear: true,
    fieldStrength: (b) => b * slope,
    reluctivity: () => slope,
    energyDensity: (b) => (b * b * slope) / 2,
  };
}

/**
 * Curve through a table of points, by monotone cubic interpolation of H over B, and with the slope
 * of vacuum beyond the last point, which is where saturated steel goes.
 * @param fluxDensity increasing, from 0, T. @param fieldStrength increasing, from 0, A/m.
 */
export function tabulatedCurve(
  fluxDensity: readonly number[],
  fieldStrength: readonly number[],
): SteelCurve {
  const table = new MonotoneCubic(Float64Array.from(fluxDensity), Float64Array.from(fieldStrength));
  const lastB = fluxDensity[fluxDensity.length - 1]!;
  const lastH = fieldStrength[fieldStrength.length - 1]!;
  const lastEnergy = table.area(lastB);
  return {
    fieldStrength(b) {
      const size = Math.abs(b);
      const h = size <= lastB ? table.value(size) : lastH + (size - lastB) / MU_0;
      return b < 0 ? -h : h;
    },
    reluctivity(b) {
      const size = Math.abs(b);
      return size <= lastB ? table.slope(size) : 1 / MU_0;
    },
    energyDensity(b) {
      const size = Math.abs(b);
      if (size <= lastB) return table.area(size);
      const beyond = size - lastB;
      return lastEnergy + lastH * beyond + (beyond * beyond) / (2 * MU_0);
    },
  };
}

const MOST_T = 5;

/**
 * Flux density at which steel is full, T: beyond it a further ampere per metre adds less than twice
 * what the empty space would, dH/dB = 1/(2 μ0). Infinity for what does not fill.
 */
export function saturationFluxDensity(curve: SteelCurve): number {
  if (curve.linear) return Infinity;
  let full = knownFull.get(curve);
  if (full === undefined) {
    full = findRoot((b) => curve.reluctivity(b) * 2 * MU_0 - 1, 0.1, MOST_T, 1e-6);
    knownFull.set(curve, full);
  }
  return full;
}
const knownFull = new WeakMap<SteelCurve, number>();

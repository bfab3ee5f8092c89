import { MU_0 } from '../constants.js';
import { cel, ellipticKE } from '../../numerics/index.js';

/** Flux density in the meridian plane, tesla. */
export interface MeridianField {
  readonly r: number;
  readonly z: number;
}

/**
 * Flux density of a circular filament loop of radius a in the plane z = 0, centred on the axis.
 * @param a loop radius, m, > 0.
 * @param current A, positive giving B_z > 0 on the axis.
 * @param r distance from the axis, m, ≥ 0.
 * @param z height above the loop, m.
 * @returns tesla; NaN on the filament itself.
 * Source: Smythe, Static and Dynamic Electricity, §7.10. Relative error 1e-14 of |B|.
 */
export function loopField(a: number, current: number, r: number, z: number): MeridianField {
  const sum = (a + r) ** 2 + z * z;
  const difference = (a - r) ** 2 + z * z;
  if (r < 1e-4 * a) {
    // Here K and E cancel in B_r; the first terms of the series in r are exact to 1e-12 of |B|.
    const s = a * a + z * z;
    const axis = (MU_0 * current * a * a) / (2 * s ** 1.5);
    return {
      r: (1.5 * axis * z * r) / s,
      z: axis * (1 + ((0.75 * r * r) / s) * (1 - (5 * z * z) / s)),
    };
  }
  const out = { K: 0, E: 0 };
  ellipticKE(difference / sum, out);
  const factor = (MU_0 * current) / (2 * Math.PI * Math.sqrt(sum));
  return {
    r: ((factor * z) / r) * (-out.K + ((a * a + r * r + z * z) / difference) * out.E),
    z: factor * (out.K + ((a * a - r * r - z * z) / difference) * out.E),
  };
}

/**
 * Mutual inductance of two coaxial filament loops, H.
 * @param a,b radii, m, > 0; @param d axial distance, m. NaN when the loops coincide.
 * Source: Maxwell, Treatise, §701: M = μ0 √(ab) [(2/k − k) K − (2/k) E], k² = 4ab/((a+b)² + d²).
 */
export function loopMutualInductance(a: number, b: number, d: number): number {
  const sum = (a + b) ** 2 + d * d;
  const m = (4 * a * b) / sum;
  const kc = Math.sqrt(((a - b) ** 2 + d * d) / sum);
  // (2/k − k)K − (2/k)E = k ∫ (sin² − cos²)/√(1 − m sin²): one integral, which keeps its digits until
  // m is small, and then the series of it.
  if (m >= 1e-4) return MU_0 * Math.sqrt(a * b * m) * cel(kc, 1, -1, 1);
  return (
    ((MU_0 * Math.sqrt(a * b) * Math.PI * m ** 1.5) / 16) * (1 + (3 * m) / 4 + (75 * m * m) / 128)
  );
}

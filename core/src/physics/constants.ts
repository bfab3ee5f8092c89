/** Magnetic constant, N/A²: 4π·10⁻⁷, within 2·10⁻¹⁰ of CODATA 2018. */
export const MU_0 = 4e-7 * Math.PI;

/** Standard acceleration of free fall, m/s² (CGPM 1901). */
export const STANDARD_GRAVITY = 9.80665;

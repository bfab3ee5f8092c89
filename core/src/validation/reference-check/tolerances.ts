/**
 * How close tier 1 must come to each quantity of a reference case, relative to the expected value
 * (to the vector's magnitude for field components). One row a kind; `default` serves every quantity
 * not named.
 *
 * Closed forms are limited by arithmetic only. The segmented rod carries the model error measured in
 * `docs/accuracy.md`; fields on the axis nearer than one radius, energies and inductances are no
 * promise of the design tool and have the tolerance that was measured plus a margin.
 */
export const TOLERANCES: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  loop_field: { default: 1e-8 },
  thin_solenoid_field: { default: 1e-8 },
  thick_solenoid_field: { default: 1e-8 },
  mutual_inductance_loops: { default: 1e-8 },
  self_inductance_current_sheet: { default: 1e-8 },
  self_inductance_thick_coil: { default: 1e-8 },
  rl_current_rise: { default: 1e-4 },
  force_between_coaxial_current_sheets: { default: 1e-8 },
  force_disc_magnet_thin_solenoid: { default: 1e-8 },
  force_disc_magnet_thick_solenoid: { default: 1e-8 },
  // The case's own peak times carry 1e-4; the cases with a diode carry 0.5 %.
  flyback_without_diode: { t_peak: 1e-3, default: 1e-4 },
  flyback_with_diode: { default: 0.005 },
  lumped_thermal: { default: 1e-4 },
  demagnetising_factor_cylinder: { default: 0.05 },
  solid_rod_coil: {
    flux_mid: 0.01,
    B_end_avg: 0.03,
    Bz_axis: 0.02,
    Bz_axis_near: 0.04,
    default: 0.05,
  },
  // The rod cases; a keeper's flux leaves a little through its fringe.
  force_keeper: { F_z: 0.06, flux_pole: 0.03 },
  // A reluctance network: at wide gaps the face's share of the fringe is coarse.
  shell_keeper: { F_z: 0.1, flux_pole: 0.2, default: 0.1 },
  // The rod's face counts as an endless plane for the ball's own image.
  force_small_ball: { default: 0.1 },
  // Two cores; a field's components over its vector's length.
  two_pole_linear: {
    F_z: 0.2,
    Bz_axis: 0.08,
    Bx_axis: 0.08,
    B_midpoint_abs: 0.08,
    B_end_avg: 0.08,
    Bz_gap_mid: 0.08,
    default: 0.05,
  },
  // Bolts with a head, and pipes.
  shaped_rod_coil: {
    flux_mid: 0.05,
    B_end_avg: 0.06,
    Bz_axis: 0.08,
    Bz_axis_near: 0.1,
    default: 0.06,
  },
};

/**
 * How close finite elements must come: fluxes, fields, energies and inductances 0.5 %, forces 1 %
 * (2 % at gaps below 0.03 mm).
 */
export function fieldToleranceFor(quantity: string, smallGap: boolean): number {
  if (quantity !== 'F_z') return 0.005;
  return smallGap ? 0.02 : 0.01;
}

export function toleranceFor(kind: string, quantity: string): number {
  const row = TOLERANCES[kind];
  if (!row) throw new RangeError(`no tolerances for ${kind}`);
  return row[quantity] ?? row['default']!;
}

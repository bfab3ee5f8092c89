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
  lumped_thermal: { default: 1e-4 },
  demagnetising_factor_cylinder: { default: 0.05 },
  solid_rod_coil: {
    flux_mid: 0.02,
    B_end_avg: 0.03,
    Bz_axis: 0.05,
    Bz_axis_near: 0.08,
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

export function toleranceFor(kind: string, quantity: string): number {
  const row = TOLERANCES[kind];
  if (!row) throw new RangeError(`no tolerances for ${kind}`);
  return row[quantity] ?? row['default']!;
}

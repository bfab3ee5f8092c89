import { MU_0 } from '../constants.js';
import {
  fieldAt,
  fieldEnergy,
  forceOn,
  linkagePerTurn,
  meanFluxDensity,
  solveField,
  type Rectangle,
} from '../fem/index.js';
import { linearCurve, tabulatedCurve, type SteelCurve } from '../steel/index.js';
import {
  numberIn,
  ReferenceFileError,
  type ReferenceCase,
  type ReferenceFile,
} from './case-file.js';
import { demagnetisingValues, type QuantitySource } from './core-cases.js';
import { fieldToleranceFor } from './tolerances.js';

/** Finite elements on the cases whose bodies are rectangles of the half-plane, by kind. */
export const FIELD_CASES: Readonly<
  Record<string, (entry: ReferenceCase, file: ReferenceFile) => QuantitySource>
> = {
  demagnetising_factor_cylinder: cylinderInField,
  linear_rod_coil: steelWithCoil,
  nonlinear_rod_coil: steelWithCoil,
  force_keeper: steelWithCoil,
};

function rectangleOf(value: unknown, where: string): Rectangle {
  const r = value as Record<string, unknown>;
  if (typeof value !== 'object' || value === null) {
    throw new ReferenceFileError(`${where}: a rectangle is missing.`);
  }
  return {
    r0: numberIn(r, 'r0_m', where),
    r1: numberIn(r, 'r1_m', where),
    z0: numberIn(r, 'z0_m', where),
    z1: numberIn(r, 'z1_m', where),
  };
}

function curveOf(entry: ReferenceCase, file: ReferenceFile): SteelCurve {
  if ('mu_r' in entry.inputs) return linearCurve(numberIn(entry.inputs, 'mu_r', entry.id));
  if (!file.steel_table)
    throw new ReferenceFileError(`${entry.id}: the file has no “steel_table”.`);
  return tabulatedCurve(file.steel_table.B_T, file.steel_table.H_A_per_m);
}

/** Rods, bolts, keepers and shells with a coil. */
function steelWithCoil(entry: ReferenceCase, file: ReferenceFile): QuantitySource {
  const { iron, coil, keeper } = entry.inputs;
  if (!Array.isArray(iron)) throw new ReferenceFileError(`${entry.id}: “iron” must be a list.`);
  const curve = curveOf(entry, file);
  const ampereTurns = numberIn(entry.inputs, 'NI_A', entry.id);
  const bodies = [{ rectangles: iron.map((r) => rectangleOf(r, entry.id)), curve }];
  if (keeper !== undefined) bodies.push({ rectangles: [rectangleOf(keeper, entry.id)], curve });
  const solution = solveField({
    bodies,
    windings: [{ rectangle: rectangleOf(coil, entry.id), ampereTurns }],
  });
  const { energy, coenergy } = fieldEnergy(solution);
  const link = linkagePerTurn(solution, 0);
  const values: Record<string, number> = {
    W: energy,
    Wco: coenergy,
    link_per_turn: link,
    L_per_turn2: link / ampereTurns,
  };
  let length = 0;
  if (keeper === undefined) {
    const radius = numberIn(entry.inputs, 'core_radius_m', entry.id);
    length = numberIn(entry.inputs, 'core_length_m', entry.id);
    values['flux_mid'] = fieldAt(solution, radius, length / 2).flux;
    values['B_end_avg'] = fieldAt(solution, radius, length).flux / (Math.PI * radius ** 2);
    values['B_core_midaxis'] = fieldAt(solution, 0, length / 2).z;
  } else {
    const radius = numberIn(entry.inputs, 'pole_radius_m', entry.id);
    const face = numberIn(entry.inputs, 'pole_face_z_m', entry.id);
    values['flux_pole'] = fieldAt(solution, radius, face).flux;
    values['F_z'] = forceOn(solution, 1);
  }
  const small = keeper !== undefined && numberIn(entry.inputs, 'gap_m', entry.id) < 3e-5;
  return (name, distance) => {
    const computed =
      name.startsWith('Bz_axis') && distance !== undefined
        ? fieldAt(solution, 0, length + distance).z
        : values[name];
    if (computed === undefined) return null;
    return { computed, tolerance: fieldToleranceFor(name, small) };
  };
}

/** A cylinder of linear material in an even axial field. */
function cylinderInField(entry: ReferenceCase): QuantitySource {
  const slenderness = numberIn(entry.inputs, 'length_over_diameter', entry.id);
  const permeability = numberIn(entry.inputs, 'mu_r', entry.id);
  const half = slenderness;
  const solution = solveField({
    bodies: [
      {
        rectangles: [{ r0: 0, r1: 1, z0: -half, z1: half }],
        curve: linearCurve(permeability),
      },
    ],
    windings: [],
    background: MU_0,
  });
  const middle = fieldAt(solution, 1, 0).flux / (Math.PI * MU_0);
  const volume = meanFluxDensity(solution, 0).mean / MU_0;
  const values = demagnetisingValues(middle, volume, permeability);
  return (name) => {
    const computed = values[name];
    return computed === undefined ? null : { computed, tolerance: fieldToleranceFor(name, false) };
  };
}

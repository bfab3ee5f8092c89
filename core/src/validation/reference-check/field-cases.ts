import { MU_0, linearCurve, tabulatedCurve, type SteelCurve } from '../../physics/index.js';
import {
  fieldAt,
  fieldEnergy,
  FINE,
  forceOn,
  linkagePerTurn,
  meanFluxDensity,
  solveAdaptively,
  SUMS,
  type Accuracy,
  type FieldProblem,
  type FieldSolution,
  type Rectangle,
} from '../../fem/index.js';
import {
  numberIn,
  ReferenceFileError,
  type Computed,
  type ExpectedRecord,
  type ReferenceCase,
  type ReferenceFile,
} from './case-file.js';
import { demagnetisingValues, type QuantitySource } from './core-cases.js';
import { fieldToleranceFor } from './tolerances.js';

/** Finite elements by kind of case. */
export const FIELD_CASES: Readonly<
  Record<string, (entry: ReferenceCase, file: ReferenceFile) => QuantitySource>
> = {
  demagnetising_factor_cylinder: cylinderInField,
  linear_rod_coil: steelWithCoil,
  nonlinear_rod_coil: steelWithCoil,
  force_keeper: steelWithCoil,
  force_small_ball: ballBeforeRod,
};

/** Finite elements on cases whose records are rows with several values each. */
export const FIELD_ROWS: Readonly<
  Record<string, (entry: ReferenceCase, record: ExpectedRecord) => Computed[]>
> = { sphere_uniform_field: sphereInField };

function solve(problem: FieldProblem, accuracy: Accuracy = FINE): FieldSolution {
  return solveAdaptively(problem, accuracy).solution;
}
/** A demagnetising factor magnifies the error of B, the more so the longer the cylinder. */
const FINER: Accuracy = { ...FINE, accuracy: FINE.accuracy / 2 };

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

/** The field problem of a rod, bolt, keeper or shell with a coil. */
export function steelProblemOf(entry: ReferenceCase, file: ReferenceFile): FieldProblem {
  const { iron, coil, keeper } = entry.inputs;
  if (!Array.isArray(iron)) throw new ReferenceFileError(`${entry.id}: “iron” must be a list.`);
  const curve = curveOf(entry, file);
  const ampereTurns = numberIn(entry.inputs, 'NI_A', entry.id);
  const bodies = [{ rectangles: iron.map((r) => rectangleOf(r, entry.id)), curve }];
  if (keeper !== undefined) bodies.push({ rectangles: [rectangleOf(keeper, entry.id)], curve });
  return { bodies, windings: [{ rectangle: rectangleOf(coil, entry.id), ampereTurns }] };
}

/** Rods, bolts, keepers and shells with a coil. */
function steelWithCoil(entry: ReferenceCase, file: ReferenceFile): QuantitySource {
  const { keeper } = entry.inputs;
  const problem = steelProblemOf(entry, file);
  const { ampereTurns } = problem.windings[0]!;
  // Before a plate nothing is asked for at a point.
  const solution = solve(problem, keeper === undefined ? FINE : SUMS);
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
  const solution = solve(
    {
      bodies: [
        {
          rectangles: [{ r0: 0, r1: 1, z0: -half, z1: half }],
          curve: linearCurve(permeability),
        },
      ],
      windings: [],
      background: MU_0,
    },
    FINER,
  );
  const middle = fieldAt(solution, 1, 0).flux / (Math.PI * MU_0);
  const volume = meanFluxDensity(solution, 0).mean / MU_0;
  const values = demagnetisingValues(middle, volume, permeability);
  return (name) => {
    const computed = values[name];
    return computed === undefined ? null : { computed, tolerance: fieldToleranceFor(name, false) };
  };
}

/** A small linear ball on the axis before the linear rod of another case. */
function ballBeforeRod(entry: ReferenceCase, file: ReferenceFile): QuantitySource {
  const base = file.cases.find(({ id }) => id === entry.inputs['base_case']);
  if (!base || !Array.isArray(base.inputs['iron'])) {
    throw new ReferenceFileError(`${entry.id}: “base_case” must name a rod of this file.`);
  }
  const ball = {
    centre: numberIn(entry.inputs, 'ball_centre_z_m', entry.id),
    radius: numberIn(entry.inputs, 'ball_diameter_m', entry.id) / 2,
  };
  const solution = solve({
    bodies: [
      {
        rectangles: base.inputs['iron'].map((r) => rectangleOf(r, base.id)),
        curve: curveOf(base, file),
      },
      { ball, curve: linearCurve(numberIn(entry.inputs, 'ball_mu_r', entry.id)) },
    ],
    windings: [
      {
        rectangle: rectangleOf(base.inputs['coil'], base.id),
        ampereTurns: numberIn(base.inputs, 'NI_A', base.id),
      },
    ],
  });
  return (name) =>
    name === 'F_z'
      ? { computed: forceOn(solution, 1), tolerance: fieldToleranceFor(name, false) }
      : null;
}

/** A linear ball in an even field: inside, on the axis and at the equator. */
function sphereInField(entry: ReferenceCase, record: ExpectedRecord): Computed[] {
  const permeability = numberIn(record, 'mu_r', entry.id);
  const solution = solve({
    bodies: [{ ball: { centre: 0, radius: 1 }, curve: linearCurve(permeability) }],
    windings: [],
    background: MU_0,
  });
  const inside = meanFluxDensity(solution, 0).mean / MU_0;
  const values = {
    B_inside_over_mu0H0: inside,
    // B = μ H and H = H₀ − N M.
    N: (1 - inside / permeability) / (inside * (1 - 1 / permeability)),
    B_axis_at_1p5_radii_over_mu0H0: fieldAt(solution, 0, 1.5).z / MU_0,
    B_equator_at_1p5_radii_over_mu0H0: fieldAt(solution, 1.5, 0).z / MU_0,
  };
  return Object.entries(values).map(([quantity, computed]) => {
    const expected = numberIn(record, quantity, entry.id);
    return {
      quantity,
      expected,
      computed,
      scale: Math.abs(expected),
      tolerance: fieldToleranceFor(quantity, false),
    };
  });
}

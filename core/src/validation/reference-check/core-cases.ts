import {
  pullOnKeeper,
  straightPullingCore,
  ballPull,
  exteriorCharges,
  thickCoilInductance,
  MU_0,
  linearCurve,
  tabulatedCurve,
  type SteelCurve,
  axialFluxDensity,
  coilFieldOnCore,
  coreCoenergy,
  coreLinkagePerTurn,
  endFaceFluxDensity,
  magnetiseCore,
  prepareCore,
  sectionFluxDensity,
  sheetsOfBlock,
  type CoreSection,
} from '../../physics/index.js';
import { pullOfShell } from '../../experiments/index.js';
import {
  numberIn,
  ReferenceFileError,
  type ReferenceCase,
  type ReferenceFile,
} from './case-file.js';
import { toleranceFor } from './tolerances.js';

/** What tier 1 says of one quantity of a case, with the tolerance for it; null if it is silent. */
export type QuantitySource = (name: string, distance?: number) => Answer | null;
export interface Answer {
  readonly computed: number;
  readonly tolerance: number;
}

/**
 * What a demagnetising case asks for.
 * @param middle,volume mean flux density of the mid-plane and of the volume over that without steel.
 */
export function demagnetisingValues(
  middle: number,
  volume: number,
  permeability: number,
): Record<string, number> {
  const factor = (b: number): number => (1 - b / permeability) / (b - b / permeability);
  return {
    Nf: factor(middle),
    Nm: factor(volume),
    B_mid_over_mu0H0: middle,
    B_vol_over_mu0H0: volume,
  };
}

/** Cylinder of linear material in a uniform axial field. */
export function demagnetisingCase(entry: ReferenceCase): QuantitySource {
  const slenderness = numberIn(entry.inputs, 'length_over_diameter', entry.id);
  const permeability = numberIn(entry.inputs, 'mu_r', entry.id);
  const length = 2 * slenderness;
  const prepared = prepareCore([{ innerRadius: 0, outerRadius: 1, from: 0, to: length }]);
  const applied = new Float64Array(prepared.core.count).fill(1);
  const state = magnetiseCore(prepared, linearCurve(permeability), applied);
  const { boundaries } = prepared.core;
  const middle = sectionFluxDensity(state, length / 2) / MU_0;
  const volume =
    state.fluxDensity.reduce((sum, b, i) => sum + b * (boundaries[i + 1]! - boundaries[i]!), 0) /
    (length * MU_0);
  const values = demagnetisingValues(middle, volume, permeability);
  return (name) => {
    const computed = values[name];
    return computed === undefined ? null : { computed, tolerance: toleranceFor(entry.kind, name) };
  };
}

interface Rectangle {
  readonly r0_m: number;
  readonly r1_m: number;
  readonly z0_m: number;
  readonly z1_m: number;
}

const isRectangle = (value: unknown): value is Rectangle =>
  typeof value === 'object' &&
  value !== null &&
  ['r0_m', 'r1_m', 'z0_m', 'z1_m'].every((key) =>
    Number.isFinite((value as Record<string, unknown>)[key]),
  );

/** Rod, nail, bolt or pipe with a coil, linear or with the file's steel. */
export function rodCase(entry: ReferenceCase, file: ReferenceFile): QuantitySource {
  const { sections, ampereTurns, curve, block, sheets, state, length } = magnetisedRod(entry, file);
  const radius = numberIn(entry.inputs, 'core_radius_m', entry.id);

  const airInductance = thickCoilInductance({ ...block, length: block.to - block.from }, 1);
  const linkage = airInductance * ampereTurns + coreLinkagePerTurn(state, ampereTurns);
  const coenergy = (airInductance * ampereTurns * ampereTurns) / 2 + coreCoenergy(state, curve);
  const middle = sectionFluxDensity(state, length / 2);
  const bore = Math.min(...sections.map((s) => s.innerRadius));
  // Inside a pipe the field strength is that of the steel next to it.
  const boreFlux = MU_0 * curve.fieldStrength(middle) * Math.PI * bore * bore;
  const values: Record<string, number> = {
    flux_mid: middle * Math.PI * (radius * radius - bore * bore) + boreFlux,
    B_end_avg: endFaceFluxDensity(state, sheets),
    W: ampereTurns * linkage - coenergy,
    Wco: coenergy,
    link_per_turn: linkage,
    L_per_turn2: linkage / ampereTurns,
    B_core_midaxis: bore > 0 ? MU_0 * curve.fieldStrength(middle) : middle,
  };
  const solid = sections.length === 1 && bore === 0;
  const row = solid ? 'solid_rod_coil' : 'shaped_rod_coil';
  return (name, distance) => {
    if (name.startsWith('Bz_axis') && distance !== undefined) {
      return {
        computed: axialFluxDensity(state, sheets, length + distance),
        tolerance: toleranceFor(row, distance < radius ? 'Bz_axis_near' : 'Bz_axis'),
      };
    }
    const computed = values[name];
    return computed === undefined ? null : { computed, tolerance: toleranceFor(row, name) };
  };
}

/** Rod or shell magnet in front of a round keeper. */
export function keeperCase(entry: ReferenceCase, file: ReferenceFile): QuantitySource {
  const { iron, coil, keeper } = entry.inputs;
  if (
    !Array.isArray(iron) ||
    !iron.every(isRectangle) ||
    !isRectangle(coil) ||
    !isRectangle(keeper)
  ) {
    throw new ReferenceFileError(`${entry.id}: “iron”, “coil” and “keeper” must be rectangles.`);
  }
  // A cup has steel round its pole with room between; a bolt with a head has not.
  const pole = Math.min(...iron.map(({ r1_m }) => r1_m));
  if (iron.some(({ r0_m }) => r0_m > pole)) return shellCase(entry, file, iron, keeper);
  const gap = numberIn(entry.inputs, 'gap_m', entry.id);
  const pull = pullOnKeeper(
    straightPullingCore(sectionsOf(iron), gap),
    sheetsOfBlock(blockOf(coil), numberIn(entry.inputs, 'NI_A', entry.id)),
    curveOf(entry, file),
    { radius: keeper.r1_m, thickness: keeper.z1_m - keeper.z0_m },
    gap,
  );
  const values: Record<string, number> = { F_z: -pull.force, flux_pole: pull.flux };
  return (name) => {
    const computed = values[name];
    return computed === undefined ? null : { computed, tolerance: toleranceFor(entry.kind, name) };
  };
}

/** A shell magnet: pole, base and wall, in this order, and its keeper. */
function shellCase(
  entry: ReferenceCase,
  file: ReferenceFile,
  [pole, base, wall]: readonly Rectangle[],
  keeper: Rectangle,
): QuantitySource {
  if (!pole || !base || !wall) {
    throw new ReferenceFileError(`${entry.id}: a shell magnet has a pole, a base and a wall.`);
  }
  const ampereTurns = numberIn(entry.inputs, 'NI_A', entry.id);
  const pull = pullOfShell(
    {
      poleRadius: pole.r1_m,
      wallInner: wall.r0_m,
      wallOuter: wall.r1_m,
      base: base.z1_m - base.z0_m,
      depth: wall.z1_m - wall.z0_m,
      keeperRadius: keeper.r1_m,
      keeperThickness: keeper.z1_m - keeper.z0_m,
    },
    curveOf(entry, file),
    ampereTurns,
    { gap: numberIn(entry.inputs, 'gap_m', entry.id), tilt: 0, covered: 1 },
  );
  const values: Record<string, number> = {
    F_z: -pull.force,
    flux_pole: pull.flux,
    link_per_turn: pull.linkagePerTurn,
    L_per_turn2: pull.linkagePerTurn / ampereTurns,
  };
  return (name) => {
    const computed = values[name];
    return computed === undefined
      ? null
      : { computed, tolerance: toleranceFor('shell_keeper', name) };
  };
}

/** A small steel ball on the axis in front of the rod of another case. */
export function ballCase(entry: ReferenceCase, file: ReferenceFile): QuantitySource {
  const base = file.cases.find(({ id }) => id === entry.inputs['base_case']);
  if (!base) throw new ReferenceFileError(`${entry.id}: the case “base_case” is not in the file.`);
  const { state, sheets, length } = magnetisedRod(base, file);
  const pull = ballPull(
    exteriorCharges(state, sheets, length, 32),
    numberIn(entry.inputs, 'ball_diameter_m', entry.id),
    numberIn(entry.inputs, 'ball_mu_r', entry.id),
    numberIn(entry.inputs, 'ball_centre_z_m', entry.id),
    length,
  );
  return (name) =>
    name === 'F_z' ? { computed: pull, tolerance: toleranceFor(entry.kind, name) } : null;
}

function sectionsOf(iron: readonly Rectangle[]): CoreSection[] {
  return iron.map((r) => ({
    innerRadius: r.r0_m,
    outerRadius: r.r1_m,
    from: r.z0_m,
    to: r.z1_m,
  }));
}

function blockOf(coil: Rectangle) {
  return { innerRadius: coil.r0_m, outerRadius: coil.r1_m, from: coil.z0_m, to: coil.z1_m };
}

/** The rod of a case, magnetised. */
function magnetisedRod(entry: ReferenceCase, file: ReferenceFile) {
  const { iron, coil } = entry.inputs;
  if (!Array.isArray(iron) || !iron.every(isRectangle) || !isRectangle(coil)) {
    throw new ReferenceFileError(`${entry.id}: “iron” and “coil” must be rectangles.`);
  }
  const sections = sectionsOf(iron);
  const ampereTurns = numberIn(entry.inputs, 'NI_A', entry.id);
  const curve = curveOf(entry, file);
  const prepared = prepareCore(sections);
  const block = blockOf(coil);
  const sheets = sheetsOfBlock(block, ampereTurns);
  const state = magnetiseCore(prepared, curve, coilFieldOnCore(prepared.core, sheets));
  const length = numberIn(entry.inputs, 'core_length_m', entry.id);
  return { sections, ampereTurns, curve, block, sheets, state, length };
}

function curveOf(entry: ReferenceCase, file: ReferenceFile): SteelCurve {
  if ('mu_r' in entry.inputs) return linearCurve(numberIn(entry.inputs, 'mu_r', entry.id));
  if (!file.steel_table) {
    throw new ReferenceFileError(`${entry.id}: the file has no “steel_table”.`);
  }
  return tabulatedCurve(file.steel_table.B_T, file.steel_table.H_A_per_m);
}

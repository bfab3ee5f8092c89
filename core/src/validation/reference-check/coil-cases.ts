import {
  currentRise,
  inductiveSpikeWithDiode,
  inductiveSpikeWithoutDiode,
  type Diode,
  type OpenedCoil,
  coilSheets,
  loopField,
  loopMutualInductance,
  magnetSheet,
  sheetField,
  sheetForce,
  sheetInductance,
  thickCoilField,
  thickCoilInductance,
  type CoaxialSheet,
  type MeridianField,
  MU_0,
  steadyTemperature,
  warmUp,
  type LumpedWinding,
} from '../../physics/index.js';
import {
  numberIn,
  ReferenceFileError,
  type Computed,
  type ExpectedRecord,
  type ReferenceCase,
} from './case-file.js';
import { toleranceFor } from './tolerances.js';

type Checker = (entry: ReferenceCase, record: ExpectedRecord) => Computed[];

const scalar = (
  entry: ReferenceCase,
  record: ExpectedRecord,
  quantity: string,
  computed: number,
): Computed => {
  const expected = numberIn(record, quantity, entry.id);
  return {
    quantity,
    expected,
    computed,
    scale: Math.abs(expected),
    tolerance: toleranceFor(entry.kind, quantity),
  };
};

const field =
  (evaluate: (entry: ReferenceCase, r: number, z: number) => MeridianField): Checker =>
  (entry, record) => {
    const expected = {
      B_r: numberIn(record, 'B_r', entry.id),
      B_z: numberIn(record, 'B_z', entry.id),
    };
    const computed = evaluate(
      entry,
      numberIn(record, 'r', entry.id),
      numberIn(record, 'z', entry.id),
    );
    const scale = Math.hypot(expected.B_r, expected.B_z);
    const tolerance = toleranceFor(entry.kind, 'B');
    return [
      { quantity: 'B_r', expected: expected.B_r, computed: computed.r, scale, tolerance },
      { quantity: 'B_z', expected: expected.B_z, computed: computed.z, scale, tolerance },
    ];
  };

const input = (entry: ReferenceCase, key: string): number => numberIn(entry.inputs, key, entry.id);

/** Closed forms, circuits and heat, by kind. */
export const COIL_CHECKERS: Readonly<Record<string, Checker>> = {
  loop_field: field((entry, r, z) =>
    loopField(input(entry, 'radius_m'), input(entry, 'current_A'), r, z),
  ),
  thin_solenoid_field: field((entry, r, z) =>
    sheetField(
      input(entry, 'radius_m'),
      input(entry, 'length_m'),
      input(entry, 'turns') * input(entry, 'current_A'),
      r,
      z,
    ),
  ),
  thick_solenoid_field: field((entry, r, z) =>
    thickCoilField(
      {
        innerRadius: input(entry, 'r_inner_m'),
        outerRadius: input(entry, 'r_outer_m'),
        length: input(entry, 'length_m'),
      },
      input(entry, 'turns') * input(entry, 'current_A'),
      r,
      z,
    ),
  ),
  mutual_inductance_loops: (entry, record) => [
    scalar(
      entry,
      record,
      'M',
      loopMutualInductance(
        numberIn(record, 'r1_m', entry.id),
        numberIn(record, 'r2_m', entry.id),
        numberIn(record, 'distance_m', entry.id),
      ),
    ),
  ],
  self_inductance_current_sheet: (entry, record) => {
    const radius = numberIn(record, 'radius_m', entry.id);
    const length = numberIn(record, 'length_m', entry.id);
    const turns = numberIn(record, 'turns', entry.id);
    const inductance = sheetInductance(radius, length, turns);
    const results = [scalar(entry, record, 'L', inductance)];
    if ('nagaoka_coefficient' in record) {
      const infinite = (MU_0 * turns * turns * Math.PI * radius * radius) / length;
      results.push(scalar(entry, record, 'nagaoka_coefficient', inductance / infinite));
    }
    return results;
  },
  self_inductance_thick_coil: (entry, record) => [
    scalar(
      entry,
      record,
      'L',
      thickCoilInductance(
        {
          innerRadius: numberIn(record, 'r_inner_m', entry.id),
          outerRadius: numberIn(record, 'r_outer_m', entry.id),
          length: numberIn(record, 'length_m', entry.id),
        },
        numberIn(record, 'turns', entry.id),
      ),
    ),
  ],
  rl_current_rise: (entry, record) => [
    scalar(
      entry,
      record,
      'current_A',
      currentRise(
        input(entry, 'EMF'),
        input(entry, 'Rint') + input(entry, 'R'),
        input(entry, 'L'),
        numberIn(record, 't_s', entry.id),
      ),
    ),
  ],
  force_between_coaxial_current_sheets: (entry, record) => {
    const sheet = (n: 1 | 2, centre: number): CoaxialSheet => {
      const length = input(entry, `l${n}_m`);
      return {
        radius: input(entry, `r${n}_m`),
        from: centre - length / 2,
        to: centre + length / 2,
        ampereTurns: input(entry, `N${n}`) * input(entry, `I${n}_A`),
      };
    };
    const offset = numberIn(record, 'offset_m', entry.id);
    return [force(entry, record, 'F_z_on_2', sheetForce(sheet(1, 0), sheet(2, offset)))];
  },
  force_disc_magnet_thin_solenoid: (entry, record) => {
    const half = input(entry, 'solenoid_length_m') / 2;
    const solenoid: CoaxialSheet = {
      radius: input(entry, 'solenoid_radius_m'),
      from: -half,
      to: half,
      ampereTurns: input(entry, 'turns') * input(entry, 'current_A'),
    };
    return [force(entry, record, 'F_z_on_magnet', sheetForce(solenoid, magnetOf(entry, record)))];
  },
  force_disc_magnet_thick_solenoid: (entry, record) => {
    const half = input(entry, 'length_m') / 2;
    const sheets = coilSheets(
      input(entry, 'r_inner_m'),
      input(entry, 'r_outer_m'),
      -half,
      half,
      input(entry, 'turns') * input(entry, 'current_A'),
    );
    const magnet = magnetOf(entry, record);
    const sum = sheets.reduce((total, sheet) => total + sheetForce(sheet, magnet), 0);
    return [force(entry, record, 'F_z_on_magnet', sum)];
  },
  flyback_without_diode: (entry, record) => {
    const { voltage, time } = inductiveSpikeWithoutDiode(openedCoil(entry), {
      capacitance: input(entry, 'Cpar'),
      damping: input(entry, 'Rp'),
    });
    const computed: Record<string, number> = { v_peak: -voltage, t_peak: time };
    return named(entry, record, computed);
  },
  flyback_with_diode: (entry, record) => {
    const fractions = [0.5, 0.1, 0.01];
    const { voltage, times } = inductiveSpikeWithDiode(
      openedCoil(entry),
      fractions,
      diodeOf(entry),
      input(entry, 'temperature_C') + 273.15,
    );
    const computed: Record<string, number> = { v_peak_negative: -voltage };
    fractions.forEach((f, i) => (computed[`t_to_${f * 100}pct`] = times[i]!));
    return named(entry, record, computed);
  },
  lumped_thermal: (entry, record) => {
    const coil = thermalCase(entry);
    if (record['name'] === 'steady_state_T_C') {
      const expected = numberIn(record, 'value', entry.id);
      return [
        {
          quantity: 'steady_state_T_C',
          expected,
          computed: steadyTemperature(coil),
          scale: Math.abs(expected),
          tolerance: toleranceFor(entry.kind, 'steady_state_T_C'),
        },
      ];
    }
    const start = input(entry, 'T0_C');
    const state = warmUp(coil, start, numberIn(record, 't_s', entry.id));
    return [
      scalar(entry, record, 'T_C', state.temperature),
      scalar(entry, record, 'I_A', state.current),
      scalar(entry, record, 'charge_C', state.charge),
    ];
  },
};

/** A force; one that vanishes by symmetry is compared with the magnet's and coil's own scale. */
function force(
  entry: ReferenceCase,
  record: ExpectedRecord,
  quantity: string,
  computed: number,
): Computed {
  const line = scalar(entry, record, quantity, computed);
  return line.scale > 0 ? line : { ...line, scale: 1 };
}

function magnetOf(entry: ReferenceCase, record: ExpectedRecord): CoaxialSheet {
  const half = input(entry, 'magnet_thickness_m') / 2;
  const offset = numberIn(record, 'offset_m', entry.id);
  return magnetSheet(
    input(entry, 'Br_T'),
    input(entry, 'magnet_radius_m'),
    offset - half,
    offset + half,
  );
}

/** The record's value, where this name is computed; the simple estimates of a case are not. */
function named(
  entry: ReferenceCase,
  record: ExpectedRecord,
  computed: Readonly<Record<string, number>>,
): Computed[] {
  const name = String(record['name']);
  const value = computed[name];
  if (value === undefined) return [];
  const expected = numberIn(record, 'value', entry.id);
  const tolerance = toleranceFor(entry.kind, name);
  return [{ quantity: name, expected, computed: value, scale: Math.abs(expected), tolerance }];
}

function openedCoil(entry: ReferenceCase): OpenedCoil {
  return {
    inductance: input(entry, 'L'),
    resistance: input(entry, 'R'),
    current: input(entry, 'I0_A'),
  };
}

function diodeOf(entry: ReferenceCase): Diode {
  const diode = entry.inputs['diode'];
  if (typeof diode !== 'object' || diode === null) {
    throw new ReferenceFileError(`${entry.id}: “diode” must be an object.`);
  }
  const value = (key: string): number => numberIn(diode as Record<string, unknown>, key, entry.id);
  return { saturationCurrent: value('IS'), ideality: value('N'), seriesResistance: value('RS') };
}

function thermalCase(entry: ReferenceCase): LumpedWinding {
  const variable = 'h0_W_per_m2K' in entry.inputs;
  const loss = variable
    ? (rise: number): number => {
        // h = h0 (1 + ((T − Ta)/40 K)^0.25) above the room.
        const h = input(entry, 'h0_W_per_m2K') * (1 + (Math.max(0, rise) / 40) ** 0.25);
        return h * input(entry, 'area_m2') * rise;
      }
    : (rise: number): number => input(entry, 'hA_W_per_K') * rise;
  const base = {
    emf: input(entry, 'EMF'),
    seriesResistance: input(entry, 'Rint'),
    resistance20: input(entry, 'R20'),
    alpha20: input(entry, 'alpha'),
    heatCapacity: input(entry, 'heat_capacity_J_per_K'),
    loss,
    ambient: input(entry, 'Ta_C'),
  };
  if (!('Q_C' in entry.inputs)) return base;
  const drop = input(entry, 'E_drop_fraction_at_Q') / input(entry, 'Q_C');
  return { ...base, emfFraction: (charge) => 1 - drop * charge };
}

import {
  thickCoilInductance,
  linearCurve,
  magnetiseCore,
  sectionFluxDensity,
  sheetsOfBlock,
  faceFluxDensityOfPair,
  linkagePerTurnOfPair,
  preparePair,
  pullOnBar,
  type PolePair,
} from '../../physics/index.js';
import { pairField } from '../../experiments/index.js';
import {
  numberIn,
  ReferenceFileError,
  type Computed,
  type ExpectedRecord,
  type ReferenceCase,
} from './case-file.js';
import { toleranceFor } from './tolerances.js';

const KIND = 'two_pole_linear';

/**
 * Two equal cores side by side, linear, with or without a bar under the rear faces and a keeper
 * across the free ones. B_x and B_z of one place are judged by their vector's length.
 */
export function twoPoleCase(entry: ReferenceCase): (record: ExpectedRecord) => Computed[] {
  const part = (of: Readonly<Record<string, unknown>>, key: string): Record<string, unknown> => {
    const value = of[key];
    if (typeof value === 'object' && value !== null) return value as Record<string, unknown>;
    throw new ReferenceFileError(`${entry.id}: “${key}” must be an object.`);
  };
  const { inputs, id } = entry;
  const length = numberIn(inputs, 'core_length_m', id);
  const radius = numberIn(inputs, 'core_radius_m', id);
  const spacing = numberIn(inputs, 'centre_distance_m', id);
  const ampereTurns = numberIn(inputs, 'NI_A', id);
  const coil = part(inputs, 'coil');
  const block = {
    innerRadius: numberIn(coil, 'r0_m', id),
    outerRadius: numberIn(coil, 'r1_m', id),
    from: numberIn(coil, 'z0_m', id),
    to: numberIn(coil, 'z1_m', id),
  };
  const sizes = (
    box: Record<string, unknown>,
  ): { length: number; width: number; thickness: number } => ({
    length: numberIn(box, 'x1_m', id) - numberIn(box, 'x0_m', id),
    width: numberIn(box, 'y1_m', id) - numberIn(box, 'y0_m', id),
    thickness: numberIn(box, 'z1_m', id) - numberIn(box, 'z0_m', id),
  });
  const yoke = inputs['yoke'] === undefined ? null : sizes(part(inputs, 'yoke'));
  const keeper = inputs['keeper'] === undefined ? null : sizes(part(inputs, 'keeper'));
  const pair: PolePair = {
    spacing,
    opposed: inputs['free_poles'] !== 'alike',
    yoke: yoke ? 'bar' : 'none',
    ...(yoke && {
      bar: {
        width: yoke.width,
        thickness: yoke.thickness,
        overhang: (yoke.length - spacing) / 2,
        jointGap: typeof inputs['joint_gap_m'] === 'number' ? inputs['joint_gap_m'] : 0,
      },
    }),
  };
  const leg = [{ innerRadius: 0, outerRadius: radius, from: 0, to: length }];
  const sheets = sheetsOfBlock(block, ampereTurns);
  const curve = linearCurve(numberIn(inputs, 'mu_r', id));
  const airLinkage =
    thickCoilInductance({ ...block, length: block.to - block.from }, 1) * ampereTurns;
  const prepared = preparePair(leg, pair, keeper ? { gap: numberIn(inputs, 'gap_m', id) } : 'edge');
  const pull = keeper
    ? pullOnBar(
        prepared,
        sheets,
        curve,
        {
          radius: Math.sqrt((keeper.width * keeper.length) / 2 / Math.PI),
          thickness: keeper.thickness,
          way: {
            length: (spacing + keeper.thickness) / 2,
            area: keeper.width * keeper.thickness,
          },
        },
        numberIn(inputs, 'gap_m', id),
      )
    : null;
  const core = pull?.core ?? magnetiseCore(prepared.prepared, curve, prepared.applied(sheets));
  const area = Math.PI * radius * radius;
  const values: Record<string, number> = {
    flux_mid: sectionFluxDensity(core, length / 2) * area,
    link_per_turn: linkagePerTurnOfPair(prepared, core, sheets, airLinkage),
    ...(pull
      ? { B_end_avg: sectionFluxDensity(core, length), F_z: -pull.force }
      : { B_end_avg: faceFluxDensityOfPair(prepared, core, sheets) }),
  };
  const field = pairField({ core, sheets, pair, ...(pull && { induced: pull.induced }) });
  const behindKeeper = keeper ? numberIn(inputs, 'gap_m', id) : Infinity;
  const one = (
    quantity: string,
    expected: number,
    computed: number,
    scale = Math.abs(expected),
  ): Computed => ({
    quantity,
    expected,
    computed,
    scale,
    tolerance: toleranceFor(KIND, quantity.replace(/_\d.*$/u, '')),
  });
  return (record) => {
    const name = String(record['name']);
    const expected = numberIn(record, 'value', id);
    const value = values[name];
    if (value !== undefined) return [one(name, expected, value)];
    if (name === 'Bz_gap_mid') {
      const middle = length + numberIn(inputs, 'gap_m', id) / 2;
      return [one(name, expected, field(-spacing / 2, middle)[1])];
    }
    // Half of a bar is a round plate here: right before the pole, not between the poles.
    if (keeper && name === 'B_midpoint_abs') return [];
    if (name === 'B_midpoint_abs') return [one(name, expected, Math.hypot(...field(0, length)))];
    const axis = /^B([xz])_axis_/u.exec(name)?.[1];
    if (!axis) return [];
    const distance = numberIn(record, 'distance_m', id);
    // The keeper's charges are those of a round plate: no field is claimed behind it.
    if (distance > behindKeeper) return [];
    // The reference looks at the right core, the left one is computed: B_x is turned.
    const [bx, bz] = field(-spacing / 2, length + distance);
    const size = Math.hypot(
      ...entry.expected
        .filter((other) => other['distance_m'] === distance)
        .map((other) => numberIn(other, 'value', id)),
    );
    return [one(name, expected, axis === 'x' ? -bx : bz, size)];
  };
}

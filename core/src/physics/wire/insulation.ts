import { MonotoneCubic } from '../../numerics/index.js';

export type Insulation = 'enamel-1' | 'enamel-2' | 'hook-up' | 'bare';

export const INSULATIONS: Readonly<Record<Insulation, string>> = {
  'enamel-1': 'Enamel, grade 1',
  'enamel-2': 'Enamel, grade 2',
  'hook-up': 'Plastic-covered hook-up wire',
  bare: 'Bare',
};

/**
 * Overall diameter of a round winding wire.
 * @param conductorDiameter d in metres, > 0.
 * @returns metres. Enamel: the table below, interpolated in d, and beyond it by its end ratio.
 *   Hook-up wire: conductor plus 2 × 0.4 mm of plastic, a typical wall (value from memory).
 *   Bare: the conductor itself.
 */
export function overallDiameter(conductorDiameter: number, insulation: Insulation): number {
  const d = conductorDiameter;
  if (insulation === 'bare') return d;
  if (insulation === 'hook-up') return d + 2 * 0.4e-3;
  const build = insulation === 'enamel-1' ? build1 : build2;
  const first = ENAMEL_MM[0]![0] * 1e-3;
  const last = ENAMEL_MM[ENAMEL_MM.length - 1]![0] * 1e-3;
  if (d < first) return d + (build.value(first) * d) / first;
  if (d > last) return d + build.value(last);
  return d + build.value(d);
}

/**
 * Maximum overall diameters of enamelled round copper wire: conductor, grade 1, grade 2, all in mm.
 * Source: IEC 60317-0-1, table of dimensions. Edition: from memory.
 * Valid range: 0.1–2 mm. Uncertainty: the standard's maximum; real wire is 1–3 % thinner overall.
 */
const ENAMEL_MM: readonly (readonly [number, number, number])[] = [
  [0.1, 0.117, 0.125],
  [0.125, 0.144, 0.154],
  [0.16, 0.182, 0.194],
  [0.2, 0.226, 0.239],
  [0.25, 0.281, 0.297],
  [0.315, 0.349, 0.367],
  [0.4, 0.439, 0.459],
  [0.5, 0.544, 0.566],
  [0.63, 0.684, 0.706],
  [0.8, 0.861, 0.885],
  [1.0, 1.068, 1.094],
  [1.25, 1.325, 1.351],
  [1.6, 1.683, 1.711],
  [2.0, 2.092, 2.12],
];

const build1 = buildTable(1);
const build2 = buildTable(2);

function buildTable(column: 1 | 2): MonotoneCubic {
  return new MonotoneCubic(
    Float64Array.from(ENAMEL_MM, (row) => row[0] * 1e-3),
    Float64Array.from(ENAMEL_MM, (row) => (row[column] - row[0]) * 1e-3),
  );
}

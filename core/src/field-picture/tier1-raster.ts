import { MU_0 } from '../constants.js';
import type { FieldRaster } from '../fem/index.js';
import { chargeField, exteriorCharges, type FieldAndGradient } from '../lifting/index.js';
import { faceHeight, type Evaluation, type MagnetDesign } from '../magnet/index.js';

/** What part of the half-plane a picture shows, m. */
export interface PictureWindow {
  readonly width: number;
  readonly low: number;
  readonly high: number;
}

/**
 * The field by tier 1, at once: the charges of core and winding outside, their magnetisation added
 * inside. Fluxes are summed outward from the axis. Coarse near edges and inside the winding.
 */
export function tier1Raster(
  design: MagnetDesign,
  { core, sheets }: Evaluation,
  window: PictureWindow,
  columns: number,
  rows: number,
): FieldRaster {
  const rings = exteriorCharges(core, sheets, faceHeight(design.core));
  const { boundaries, innerRadius, outerRadius, count } = core.prepared.core;
  const radial = new Float32Array(columns * rows);
  const axial = new Float32Array(columns * rows);
  const flux = new Float64Array(columns * rows);
  const at: FieldAndGradient = { hr: 0, hz: 0, gradientR: 0, gradientZ: 0 };
  const spacing = window.width / (columns - 1);
  for (let j = 0; j < rows; j++) {
    const z = window.low + ((window.high - window.low) * j) / (rows - 1);
    let segment = 0;
    while (segment < count - 1 && boundaries[segment + 1]! < z) segment++;
    const inLength = z > boundaries[0]! && z < boundaries[count]!;
    for (let i = 0; i < columns; i++) {
      // The rings' formula needs a point off the axis.
      const r = Math.max(spacing * i, spacing / 50);
      chargeField(rings, r, z, at);
      let magnetisation = 0;
      for (const sheet of sheets) {
        if (r < sheet.radius && z > sheet.from && z < sheet.to) {
          magnetisation += sheet.ampereTurns / (sheet.to - sheet.from);
        }
      }
      if (inLength && r < outerRadius[segment]! && r >= innerRadius[segment]!) {
        magnetisation += core.magnetisation[segment]!;
      }
      const k = j * columns + i;
      radial[k] = MU_0 * at.hr;
      axial[k] = MU_0 * (at.hz + magnetisation);
      const edge = inLength ? outerRadius[segment]! : 0;
      const [inner, outer] = [spacing * (i - 1), spacing * i];
      if (outer <= edge) {
        flux[k] = Math.PI * outer ** 2 * core.fluxDensity[segment]!;
      } else if (inner <= edge) {
        // The first ring outside the steel starts at its edge, where B jumps.
        const through = inLength ? core.fluxDensity[segment]! * Math.PI * edge ** 2 : 0;
        flux[k] = through + Math.PI * (outer ** 2 - edge ** 2) * axial[k]!;
      } else {
        flux[k] = flux[k - 1]! + Math.PI * spacing * (inner * axial[k - 1]! + outer * axial[k]!);
      }
    }
  }
  return { columns, rows, ...window, radial, axial, flux };
}

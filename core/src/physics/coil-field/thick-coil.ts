import { MU_0 } from '../constants.js';
import { integrateGraded } from '../../numerics/index.js';
import type { MeridianField } from './loop.js';
import { sheetField, sheetMutualInductance } from './sheet.js';

/** A coil of uniform current density in a rectangle, centred at z = 0. Metres. */
export interface ThickCoil {
  readonly innerRadius: number;
  readonly outerRadius: number;
  readonly length: number;
}

/**
 * Flux density of a thick coil.
 * @param ampereTurns N·I, A; @param r,z field point, m.
 * @returns tesla. On the axis in closed form; elsewhere by radial quadrature over current sheets,
 *   graded toward the field point's own radius, relative error below 1e-9 of |B|.
 * Source: superposition of Derby & Olbert's sheets; axis: Montgomery, Solenoid Magnet Design, 1969.
 */
export function thickCoilField(
  coil: ThickCoil,
  ampereTurns: number,
  r: number,
  z: number,
): MeridianField {
  const { innerRadius, outerRadius, length } = coil;
  if (r === 0) return { r: 0, z: thickCoilAxialField(coil, ampereTurns, z) };
  const width = outerRadius - innerRadius;
  const breaks = [innerRadius, Math.min(Math.max(r, innerRadius), outerRadius), outerRadius];
  let fieldR = 0;
  let fieldZ = 0;
  for (let i = 1; i < 3; i++) {
    const [from, to] = [breaks[i - 1]!, breaks[i]!];
    fieldR += integrateGraded((a) => sheetField(a, length, ampereTurns, r, z).r, from, to);
    fieldZ += integrateGraded((a) => sheetField(a, length, ampereTurns, r, z).z, from, to);
  }
  return { r: fieldR / width, z: fieldZ / width };
}

/** Axial flux density on the axis of a thick coil, tesla, closed form. */
export function thickCoilAxialField(coil: ThickCoil, ampereTurns: number, z: number): number {
  const { innerRadius, outerRadius, length } = coil;
  const end = (zeta: number): number =>
    zeta *
    Math.log(
      (outerRadius + Math.hypot(outerRadius, zeta)) / (innerRadius + Math.hypot(innerRadius, zeta)),
    );
  const density = ampereTurns / (length * (outerRadius - innerRadius));
  return ((MU_0 * density) / 2) * (end(z + length / 2) - end(z - length / 2));
}

/**
 * Self-inductance of a thick coil of N turns, H: the mutual inductance of its sheets averaged over
 * all pairs of radii. The kernel has a kink where the radii meet, so only pairs with the second
 * sheet outside the first are integrated, graded toward that diagonal.
 * Relative error below 1e-9. No correction for round wire or insulation.
 */
export function thickCoilInductance(coil: ThickCoil, turns: number): number {
  const { innerRadius, outerRadius, length } = coil;
  const sheet = (radius: number): { radius: number; length: number; turns: number } => ({
    radius,
    length,
    turns,
  });
  const width = outerRadius - innerRadius;
  const pairs = integrateGraded(
    (inner) =>
      integrateGraded(
        (outer) => sheetMutualInductance(sheet(inner), sheet(outer), 0),
        inner,
        outerRadius,
        { n: 6, levels: 4 },
      ),
    innerRadius,
    outerRadius,
    { n: 6, levels: 4 },
  );
  return (2 * pairs) / (width * width);
}

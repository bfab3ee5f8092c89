import { MU_0 } from '../constants.js';
import { cel, integrateGraded } from '../../numerics/index.js';
import type { MeridianField } from './loop.js';

/**
 * Flux density of a thin solenoid: a cylindrical current sheet of uniform density, centred at z = 0.
 * @param a radius, m; @param length m; @param ampereTurns N·I, A.
 * @param r,z field point, m. On the sheet itself B_z is the mean of its two sides.
 * @returns tesla. Relative error about 1e-14 of |B|.
 * Source: Derby & Olbert, Am. J. Phys. 78, 229 (2010).
 */
export function sheetField(
  a: number,
  length: number,
  ampereTurns: number,
  r: number,
  z: number,
): MeridianField {
  const b0 = (MU_0 * ampereTurns) / (Math.PI * length);
  const upper = endTerms(a, r, z + length / 2);
  const lower = endTerms(a, r, z - length / 2);
  return { r: b0 * (upper.r - lower.r), z: b0 * (upper.z - lower.z) };
}

/** Dimensionless field terms of one end of a sheet at axial distance ζ. */
function endTerms(a: number, r: number, zeta: number): MeridianField {
  const sum = zeta * zeta + (a + r) ** 2;
  const root = Math.sqrt(sum);
  const kc = Math.sqrt((zeta * zeta + (a - r) ** 2) / sum);
  const gamma = (a - r) / (a + r);
  const axial = zeta === 0 ? 0 : (zeta / root) * axialIntegral(kc, gamma);
  return {
    r: r === 0 ? 0 : (a / root) * cel(kc, 1, 1, -1),
    z: (a / (a + r)) * axial,
  };
}

/** C(kc, γ², 1, γ); its mean over the two sides at γ = 0 is K. */
function axialIntegral(kc: number, gamma: number): number {
  return gamma === 0 ? cel(kc, 1, 1, 1) : cel(kc, gamma * gamma, 1, gamma);
}

/**
 * Solid angle of a disc of radius a, as a fraction of the full sphere, seen from a point at radius r
 * and axial distance ζ > 0. It is also the share of the flux of a charge at that point that passes
 * through the disc, and the axial field in front of a disc of unit surface charge.
 * Source: Paxton, Rev. Sci. Instrum. 30, 254 (1959), in the form of Derby & Olbert's integral.
 */
export function discSolidAngleFraction(a: number, r: number, zeta: number): number {
  const side = r < a ? 0.5 : r === a ? 0.25 : 0;
  if (zeta === 0) return side;
  const sum = zeta * zeta + (a + r) ** 2;
  const kc = Math.sqrt((zeta * zeta + (a - r) ** 2) / sum);
  return (
    side -
    ((a / (a + r)) * (zeta / Math.sqrt(sum)) * axialIntegral(kc, (a - r) / (a + r))) / Math.PI
  );
}

/**
 * Vector potential of one end of a sheet, divided by μ0 K (K = sheet density, A/m): a solenoid's
 * A_φ(r, z) is μ0 K [F(z + l/2) − F(z − l/2)]. Odd in ζ.
 * @param a sheet radius; @param r field radius, > 0; @param zeta axial distance from the end, m.
 * @returns metres. Tends to ± min(r, a)²/(4 r) far away.
 * Source: Callaghan & Maslen, NASA TN D-465 (1960).
 */
export function sheetEndPotential(a: number, r: number, zeta: number): number {
  if (zeta === 0) return 0;
  const sum = zeta * zeta + (a + r) ** 2;
  const kc2 = (zeta * zeta + (a - r) ** 2) / sum;
  const kc = Math.sqrt(kc2);
  const k2 = (4 * a * r) / sum;
  const gamma = (a - r) / (a + r);
  const gamma2 = gamma * gamma;
  const h2 = 1 - gamma2;
  // With K, E and Π written as integrals over one denominator the large terms cancel exactly.
  let bracket = cel(kc, 1, gamma2, 1);
  if (gamma2 > 0) bracket -= gamma2 * cel(kc, gamma2, 1, 1);
  bracket /= h2;
  return (zeta * Math.sqrt((a / r) * k2) * bracket) / (2 * Math.PI);
}

/**
 * Self-inductance of a current sheet, H, by Lorenz' formula (Grover, Inductance Calculations, 1946,
 * ch. 16). No correction for round wire or insulation.
 */
export function sheetInductance(a: number, length: number, turns: number): number {
  const d = 2 * a;
  const sum = d * d + length * length;
  const kc2 = (length * length) / sum;
  const kc = Math.sqrt(kc2);
  const k2 = (d * d) / sum;
  const root = Math.sqrt(sum);
  // (l²K + (d² − l²)E) d/k³-form, written with one generalised integral: αK + βE = cel(kc, 1, α + β, α + β kc²).
  const alpha = length * length * root;
  const beta = (d * d - length * length) * root;
  const elliptic = cel(kc, 1, alpha + beta, alpha + beta * kc2) - d ** 3;
  return k2 > 0 ? ((MU_0 * turns * turns) / (3 * length * length)) * elliptic : NaN;
}

/**
 * Mutual inductance of two coaxial sheets, H: the flux of the first through the turns of the second.
 * @param offset axial distance of their centres, m.
 * Relative error below 1e-10 (graded quadrature over the second sheet).
 */
export function sheetMutualInductance(
  first: { radius: number; length: number; turns: number },
  second: { radius: number; length: number; turns: number },
  offset: number,
): number {
  const density = first.turns / first.length;
  const flux = (z: number): number =>
    2 *
    Math.PI *
    second.radius *
    MU_0 *
    density *
    (sheetEndPotential(first.radius, second.radius, z + first.length / 2) -
      sheetEndPotential(first.radius, second.radius, z - first.length / 2));
  const from = offset - second.length / 2;
  const to = offset + second.length / 2;
  const breaks = [from, -first.length / 2, first.length / 2, to]
    .filter((z) => z >= from && z <= to)
    .sort((p, q) => p - q);
  let linkage = 0;
  for (let i = 1; i < breaks.length; i++) {
    linkage += integrateGraded(flux, breaks[i - 1]!, breaks[i]!, { n: 8, levels: 8 });
  }
  return (second.turns / second.length) * linkage;
}

import { MU_0, STANDARD_GRAVITY, magnetSheet, sheetField } from '../../physics/index.js';
import { IRON_KG_PER_M3, type Filings } from './filings.js';

/** A disc magnet in a bag that is led over the sheet: size, remanence, and height of its face, m. */
export const BAGGED = { radius: 0.0075, thickness: 0.003, remanence: 1.2, height: 0.004 } as const;

/** Of a filing as a whole: a loose heap of them takes up so much. Common practice, no source. */
const SUSCEPTIBILITY = 3;

/**
 * Radius within which the magnet lifts filings off the sheet, m: where (μ0 χ/2) ∂H²/∂z beats their weight.
 */
export function gatherRadius(): number {
  const { radius, thickness, remanence, height } = BAGGED;
  const sheet = magnetSheet(remanence, radius, 0, thickness);
  const squared = (r: number, z: number): number => {
    const b = sheetField(radius, thickness, sheet.ampereTurns, r, z + thickness / 2);
    return b.r ** 2 + b.z ** 2;
  };
  const step = 1e-5;
  const pull = (r: number): number =>
    (SUSCEPTIBILITY / (2 * MU_0)) *
    ((squared(r, height - step) - squared(r, height + step)) / (2 * step));
  let reach = 0;
  for (let r = 0; r < 0.06; r += 2e-4) if (pull(r) > IRON_KG_PER_M3 * STANDARD_GRAVITY) reach = r;
  return reach;
}

/** What is left on the sheet when the magnet was led along a straight way, m. */
export function collectFilings(
  filings: Filings,
  from: readonly [number, number],
  to: readonly [number, number],
  reach: number,
): Filings {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length2 = dx * dx + dy * dy;
  const stays: number[] = [];
  for (let i = 0; i < filings.x.length; i++) {
    const [px, py] = [filings.x[i]! - from[0], filings.y[i]! - from[1]];
    const t = length2 > 0 ? Math.min(1, Math.max(0, (px * dx + py * dy) / length2)) : 0;
    if (Math.hypot(px - t * dx, py - t * dy) > reach) stays.push(i);
  }
  if (stays.length === filings.x.length) return filings;
  const kept = (key: keyof Filings) => Float64Array.from(stays, (i) => filings[key][i]!);
  return { x: kept('x'), y: kept('y'), angle: kept('angle') };
}

import { type WoundCoil, timeToCool, warmUp } from '../../physics/index.js';

/** A trial takes no more than this share of the on-time that a cold coil has. */
const SHARE = 0.8;
/** Cooling is looked at from the touch limit down to this share of the way from the room. */
const COOLED = 0.3;

/** Time that the current is on in a trial, s: as long as wanted, within what the coil withstands. */
export function onTimeIn({ allowedOnTime }: WoundCoil, wanted: number): number {
  return Math.min(wanted, SHARE * allowedOnTime);
}

/**
 * How a coil warms in a trial and cools after it, as shares of the way from the room to the touch
 * limit: one exponential through what {@link warmUp} and {@link timeToCool} give at its ends.
 * Uncertainty: 10 % of the way where the core is a second lump.
 * @param on s. @returns the share that a trial adds, and the time constant of cooling, s.
 */
export function warmthOf(
  { lump, touchLimit }: WoundCoil,
  on: number,
): { readonly heats: number; readonly cools: number } {
  const way = touchLimit - lump.ambient;
  if (way <= 0) return { heats: Infinity, cools: Infinity };
  const cold = { temperature: lump.ambient, coreTemperature: lump.ambient };
  const heats = (warmUp(lump, cold, on).temperature - lump.ambient) / way;
  const cools = timeToCool(lump, touchLimit, lump.ambient + COOLED * way) / -Math.log(COOLED);
  return { heats, cools };
}

/** How warm a coil is after a time, s. */
export const cooled = (warmth: number, cools: number, time: number): number =>
  warmth * Math.exp(-time / cools);

/** Rest, s, after which a coil may warm by a share again. 0 at once, Infinity never. */
export function restBefore(
  warmth: number,
  { heats, cools }: { heats: number; cools: number },
): number {
  if (heats >= 1) return Infinity;
  return warmth + heats <= 1 ? 0 : cools * Math.log(warmth / (1 - heats));
}

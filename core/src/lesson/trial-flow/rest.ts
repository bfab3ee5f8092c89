import type { WoundCoil } from '../../physics/index.js';
import { cooled, restBefore, warmthOf } from '../schedule/index.js';

/** A time for which a coil was on. */
export interface Heated {
  readonly coil: WoundCoil;
  /** When it was switched off, s on any clock. */
  readonly off: number;
  /** For how long it had been on, s. */
  readonly on: number;
}

/**
 * How warm the coil is that a group tries next, as a share of the way from the room to what may be
 * touched. What other coils took is nothing to it.
 * @param heated what was done with this coil, in any order. @param now s on the same clock.
 */
export function warmthAt(heated: readonly Heated[], now: number): number {
  const inTurn = [...heated].sort((p, q) => p.off - q.off);
  let [warmth, at] = [0, inTurn[0]?.off ?? now];
  for (const { coil, off, on } of inTurn) {
    const { heats, cools } = warmthOf(coil, on);
    // It cannot cool before it was off, whatever two tablets' clocks say.
    warmth = cooled(warmth, cools, Math.max(0, off - at)) + heats;
    at = Math.max(at, off);
  }
  const last = inTurn[inTurn.length - 1];
  if (!last) return 0;
  return cooled(warmth, warmthOf(last.coil, last.on).cools, Math.max(0, now - at));
}

/**
 * Rest that a coil still needs before it is switched on for a time, s; 0 where it may be at once.
 * A coil that may never be on so long is Infinity.
 */
export function restNeeded(
  heated: readonly Heated[],
  next: { readonly coil: WoundCoil; readonly on: number },
  now: number,
): number {
  return restBefore(warmthAt(heated, now), warmthOf(next.coil, next.on));
}

/**
 * The warmest that the winding may be before it is switched on for a time, °C: from there it does not
 * pass what may be touched. At most the room where it may never be on so long.
 */
export function warmestBefore({
  coil,
  on,
}: {
  readonly coil: WoundCoil;
  readonly on: number;
}): number {
  const { ambient } = coil.lump;
  const { heats } = warmthOf(coil, on);
  return ambient + Math.max(0, 1 - heats) * Math.max(0, coil.touchLimit - ambient);
}

/** A source of uniform numbers in [0, 1): an argument wherever chance is needed. */
export type Random = () => number;

/** Reproducible source: mulberry32 (T. Ettinger, public domain), period 2³². Not for secrets. */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** One standard normal deviate (Box & Muller 1958). */
export function normalFrom(random: Random): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

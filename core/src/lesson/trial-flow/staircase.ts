import { normalCdf, normalQuantile } from '../../numerics/index.js';

/** What has been hung so far: the heaviest that held, and the lightest that dropped; 0 and Infinity at first. */
export interface LoadBracket {
  readonly held: number;
  readonly dropped: number;
}

/** Between which loads, kg, nine limits in ten are expected to lie. */
export interface Expected {
  readonly low: number;
  readonly high: number;
}

/** A limit is known well enough when what dropped is so much more than what held. */
const NARROW = 1.2;
/** The first load holds four times in five: a class begins with what works. */
const FIRST = 0.2;
/** Where nothing is expected, kg; and how much more is hung each time until something drops. */
const LIGHT = 0.1;
const MORE = 2;
/** Below this there is nothing left of the expectation between the two loads. */
const MIN_PROBABILITY = 1e-4;
/** Ninety in a hundred of a normal distribution lie within so many standard deviations. */
const NINE_IN_TEN = 1.6448536269514722;

/** Loads that a class can put together: two figures, closer together at the lower end. */
const ROUND = [1, 1.2, 1.5, 1.8, 2, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 9, 10];

/**
 * The load to hang next, so that few are needed: the middle of what is still to be expected, as a
 * load that can be put together.
 * @returns kg; null once the limit is known well enough.
 */
export function nextLoad({ held, dropped }: LoadBracket, expected: Expected | null): number | null {
  if (held > 0 && dropped / held <= NARROW) return null;
  const wanted = (expected && within({ held, dropped }, expected)) ?? between(held, dropped);
  const load = roundLoad(wanted);
  if (load > held && load < dropped) return load;
  // Rounded onto one that was tried; there is still room between them.
  const finer = Number(between(held, dropped).toPrecision(2));
  return finer > held && finer < dropped ? finer : null;
}

function within({ held, dropped }: LoadBracket, { low, high }: Expected): number | null {
  if (!(low > 0 && high > low)) return null;
  const middle = (Math.log(low) + Math.log(high)) / 2;
  const deviation = (Math.log(high) - Math.log(low)) / (2 * NINE_IN_TEN);
  const below = (load: number): number => normalCdf((Math.log(load) - middle) / deviation);
  const from = held > 0 ? below(held) : 0;
  const to = Number.isFinite(dropped) ? below(dropped) : 1;
  if (to - from < MIN_PROBABILITY) return null;
  const share = held === 0 && to === 1 ? FIRST : 0.5;
  return Math.exp(middle + deviation * normalQuantile(from + share * (to - from)));
}

/** Without any expectation: more and more until it drops, then the middle of the two. */
function between(held: number, dropped: number): number {
  if (held === 0) return Number.isFinite(dropped) ? dropped / MORE : LIGHT;
  return Number.isFinite(dropped) ? Math.sqrt(held * dropped) : held * MORE;
}

function roundLoad(load: number): number {
  const decade = 10 ** Math.floor(Math.log10(load));
  const figure = ROUND.reduce((best, one) =>
    Math.abs(Math.log((one * decade) / load)) < Math.abs(Math.log((best * decade) / load))
      ? one
      : best,
  );
  return Number((figure * decade).toPrecision(3));
}

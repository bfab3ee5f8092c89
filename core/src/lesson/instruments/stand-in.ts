import { normalFrom, type Random } from '../../numerics/index.js';
import { INSTRUMENTS, type InstrumentKind } from './instruments.js';
import { ASK_NAME, ASK_READING, nameLine, readingLine, SET_ZERO } from './protocol.js';

/** An instrument that does not exist, line by line. */
export interface StandIn {
  /** What it answers to a line. */
  answer(line: string): readonly string[];
}

/** It comes to rest in so many readings, each this share nearer. */
const SETTLES = 4;
const NEARER = 0.6;

/**
 * Plays an instrument by the protocol: rounded to its last digit, with its noise, and moving for a
 * few readings after what it measures has changed.
 * @param truth what there is to be measured, SI.
 */
export function standIn(kind: InstrumentKind, truth: () => number, random: Random): StandIn {
  const { name, quantity, unit, step, noise, zero } = INSTRUMENTS[kind];
  let offset = 0;
  let target = NaN;
  let shown = 0;
  let since = 0;

  const read = (): string => {
    const now = truth();
    if (now !== target) {
      shown = Number.isNaN(target) ? now : shown;
      since = Number.isNaN(target) ? SETTLES : 0;
      target = now;
    }
    since += 1;
    shown = since >= SETTLES ? target : shown + NEARER * (target - shown);
    const noisy = shown * (1 + noise * normalFrom(random)) - offset;
    return readingLine(quantity, Math.round(noisy / step) * step, unit, since >= SETTLES);
  };

  return {
    answer(line) {
      switch (line.trim()) {
        case ASK_NAME:
          return [nameLine(kind, `${name} (stand-in)`)];
        case ASK_READING:
          return [read()];
        case SET_ZERO:
          if (!zero) return [`error ${name} has no zero to set`];
          offset = truth();
          return [read()];
        default:
          return ['error not understood'];
      }
    },
  };
}

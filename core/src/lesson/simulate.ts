import { normalFrom, type Random } from '../numerics/index.js';

/** A class that does not exist, for the demo and for testing that bands are honest. */
export interface SimulatedClass {
  /** Factor by which this class's magnets lift more than the model says. */
  readonly classFactor: number;
  /** Scatter of one trial, sd of the log count. */
  readonly scatter: number;
  readonly traySize: number;
}

/**
 * Count of one simulated trial: log-normal around the model times the class factor, rounded, and
 * cut off where the tray is empty.
 */
export function simulateCount(predicted: number, room: SimulatedClass, random: Random): number {
  const count = predicted * room.classFactor * Math.exp(room.scatter * normalFrom(random));
  return Math.min(room.traySize, Math.max(0, Math.round(count)));
}

/** What a group might guess: right in the order of things, off by about a half. */
export function simulateGuess(predicted: number, room: SimulatedClass, random: Random): number {
  const guess = (predicted + 1) * Math.exp(0.5 * normalFrom(random));
  return Math.min(room.traySize, Math.max(0, Math.round(guess)));
}

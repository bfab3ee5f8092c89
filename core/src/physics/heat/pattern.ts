import { findRoot } from '../../numerics/index.js';
import { warmUp, type LumpedWinding, type Warmth } from './lumped-winding.js';

/** The current switched on and off again and again, s. */
export interface OnOffPattern {
  readonly on: number;
  readonly off: number;
  readonly cycles: number;
}

/** Temperatures at a time, s and °C. */
export interface TemperaturePoint extends Warmth {
  readonly time: number;
}

const STEPS_A_PHASE = 6;

/** The same lumps with the current off. */
const idle = (coil: LumpedWinding): LumpedWinding => ({ ...coil, emf: 0 });

/**
 * Temperatures of winding and core over a pattern of on and off, starting at room temperature.
 * @returns points from 0 to the end of the last pause, a few per phase. Relative error below 1e-7.
 */
export function temperatureOver(coil: LumpedWinding, pattern: OnOffPattern): TemperaturePoint[] {
  let warmth: Warmth = { temperature: coil.ambient, coreTemperature: coil.ambient };
  let time = 0;
  const points: TemperaturePoint[] = [{ time, ...warmth }];
  for (let cycle = 0; cycle < pattern.cycles; cycle++) {
    for (const [phase, state] of [
      [pattern.on, coil],
      [pattern.off, idle(coil)],
    ] as const) {
      if (!(phase > 0)) continue;
      for (let i = 0; i < STEPS_A_PHASE; i++) {
        const step = phase / STEPS_A_PHASE;
        const { temperature, coreTemperature } = warmUp(state, warmth, step);
        warmth = { temperature, coreTemperature };
        time += step;
        points.push({ time, ...warmth });
      }
    }
  }
  return points;
}

/**
 * Rest, s, in which winding and core without current cool from given temperatures until both are at
 * most so warm. 0 when they are that cool already, Infinity at or below the room's temperature.
 * Relative error below 1e-7.
 */
export function timeToCool(coil: LumpedWinding, from: number | Warmth, to: number): number {
  let state = typeof from === 'number' ? { temperature: from, coreTemperature: from } : from;
  const warmest = (w: Warmth): number =>
    coil.core ? Math.max(w.temperature, w.coreTemperature) : w.temperature;
  if (warmest(state) <= to) return 0;
  if (to <= coil.ambient) return Infinity;
  const resting = idle(coil);
  let time = 0;
  let step = 1;
  while (time < 1e7) {
    const next = warmUp(resting, state, step);
    if (warmest(next) <= to) {
      const begin = state;
      const excess = (share: number): number => warmest(warmUp(resting, begin, share * step)) - to;
      return time + step * findRoot(excess, 0, 1, 1e-10);
    }
    state = next;
    time += step;
    step *= 1.5;
  }
  return Infinity;
}

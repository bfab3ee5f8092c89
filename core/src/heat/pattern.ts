import { integrate } from '../numerics/index.js';
import { warmUp, type LumpedWinding } from './lumped-winding.js';

/** The current switched on and off again and again, s. */
export interface OnOffPattern {
  readonly on: number;
  readonly off: number;
  readonly cycles: number;
}

/** A temperature at a time, s and °C. */
export interface TemperaturePoint {
  readonly time: number;
  readonly temperature: number;
}

const STEPS_A_PHASE = 6;

/**
 * Temperature of the winding over a pattern of on and off, starting at room temperature.
 * @returns points from 0 to the end of the last pause, a few per phase. Relative error below 1e-7.
 */
export function temperatureOver(coil: LumpedWinding, pattern: OnOffPattern): TemperaturePoint[] {
  const idle: LumpedWinding = { ...coil, emf: 0 };
  const points: TemperaturePoint[] = [{ time: 0, temperature: coil.ambient }];
  let { time, temperature } = points[0]!;
  for (let cycle = 0; cycle < pattern.cycles; cycle++) {
    for (const [phase, state] of [
      [pattern.on, coil],
      [pattern.off, idle],
    ] as const) {
      if (!(phase > 0)) continue;
      for (let i = 0; i < STEPS_A_PHASE; i++) {
        const step = phase / STEPS_A_PHASE;
        temperature = warmUp(state, temperature, step).temperature;
        time += step;
        points.push({ time, temperature });
      }
    }
  }
  return points;
}

/**
 * Rest, s, in which a winding without current cools from one temperature to another above the room:
 * t = ∫ C dT / loss. 0 when it is that cool already, Infinity at or below the room's temperature.
 */
export function timeToCool(coil: LumpedWinding, from: number, to: number): number {
  if (from <= to) return 0;
  if (to <= coil.ambient) return Infinity;
  // In ln(T − Ta) the integrand is nearly constant.
  const low = Math.log(to - coil.ambient);
  const high = Math.log(from - coil.ambient);
  return integrate(
    (u) => {
      const rise = Math.exp(u);
      return (coil.heatCapacity * rise) / coil.loss(rise);
    },
    low,
    high,
    12,
  );
}

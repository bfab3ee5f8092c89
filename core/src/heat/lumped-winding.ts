import { findRoot, integrate, integrateOde } from '../numerics/index.js';

/** A winding as one lump of heat, fed by a source through a resistance. */
export interface LumpedWinding {
  /** Source EMF, V, and resistance of everything but the coil, Ω. */
  readonly emf: number;
  readonly seriesResistance: number;
  /** Coil resistance at 20 °C, Ω, and its temperature coefficient, 1/K. */
  readonly resistance20: number;
  readonly alpha20: number;
  /** J/K. */
  readonly heatCapacity: number;
  /** Loss to the room, W, as a function of the rise above it, K. */
  readonly loss: (rise: number) => number;
  /** Room temperature, °C. */
  readonly ambient: number;
  /** EMF left after a charge q (C) was drawn, as a fraction; constant 1 when absent. */
  readonly emfFraction?: (charge: number) => number;
}

const current = (coil: LumpedWinding, temperature: number, charge = 0): number =>
  (coil.emf * (coil.emfFraction?.(charge) ?? 1)) /
  (coil.seriesResistance + coil.resistance20 * (1 + coil.alpha20 * (temperature - 20)));

const netPower = (coil: LumpedWinding, temperature: number, charge = 0): number => {
  const resistance = coil.resistance20 * (1 + coil.alpha20 * (temperature - 20));
  const i = current(coil, temperature, charge);
  return i * i * resistance - coil.loss(temperature - coil.ambient);
};

/**
 * Temperature, current and charge drawn after a time switched on, from
 * C dT/dt = I²R(T) − loss(T − Tₐ), dq/dt = I.
 * @param start temperature at t = 0, °C.
 * @param duration s, ≥ 0.
 * @returns °C, A, C. Relative error below 1e-8 (adaptive order 5).
 */
export function warmUp(
  coil: LumpedWinding,
  start: number,
  duration: number,
): { temperature: number; current: number; charge: number } {
  const { y } = integrateOde(
    (_t, [temperature, charge]) => [
      netPower(coil, temperature!, charge) / coil.heatCapacity,
      current(coil, temperature!, charge),
    ],
    [start, 0],
    0,
    duration,
  );
  const [temperature, charge] = y as [number, number];
  return { temperature, current: current(coil, temperature, charge), charge };
}

/**
 * Temperature at which heating and loss balance with the source's EMF held constant, °C.
 * Infinity when nothing balances below 2000 °C.
 */
export function steadyTemperature(coil: LumpedWinding): number {
  const high = 2000;
  if (netPower(coil, coil.ambient) <= 0) return coil.ambient;
  const balance = findRoot((t) => netPower(coil, t), coil.ambient, high, 1e-10);
  return Number.isNaN(balance) ? Infinity : balance;
}

/**
 * Time to warm from one temperature to a limit, s: t = ∫ C dT / (I²R − loss), a plain quadrature
 * because nothing else changes. Infinity when the limit is never reached; 0 when already there.
 */
export function timeToReach(coil: LumpedWinding, from: number, limit: number): number {
  if (from >= limit) return 0;
  if (netPower(coil, from) <= 0 || steadyTemperature(coil) <= limit) return Infinity;
  return integrate((t) => coil.heatCapacity / netPower(coil, t), from, limit, 12);
}

import { findRoot, integrate, integrateOde } from '../../numerics/index.js';

/** A winding as a lump of heat, fed by a source through a resistance, with its core as a second. */
export interface LumpedWinding {
  /** Source EMF, V, and resistance of everything but the coil, Ω. */
  readonly emf: number;
  readonly seriesResistance: number;
  /** Limit of a bench supply, A; absent for cells. */
  readonly currentLimit?: number;
  /** Coil resistance at 20 °C, Ω, and its temperature coefficient, 1/K. */
  readonly resistance20: number;
  readonly alpha20: number;
  /** J/K. */
  readonly heatCapacity: number;
  /** Loss to the room, W, as a function of the rise above it, K. */
  readonly loss: (rise: number) => number;
  /** Room temperature, °C. */
  readonly ambient: number;
  /** The core inside, warmed by the winding alone; absent when it is not counted. */
  readonly core?: CoreLump;
  /** EMF left after a charge q (C) was drawn, as a fraction; constant 1 when absent. */
  readonly emfFraction?: (charge: number) => number;
}

/** The core as a lump of heat: J/K, and W/K to the winding and to the room. */
export interface CoreLump {
  readonly heatCapacity: number;
  readonly coupling: number;
  readonly lossPerKelvin: number;
}

/** Temperatures of winding and core, °C. */
export interface Warmth {
  readonly temperature: number;
  readonly coreTemperature: number;
}

const current = (coil: LumpedWinding, temperature: number, charge = 0): number =>
  Math.min(
    coil.currentLimit ?? Infinity,
    (coil.emf * (coil.emfFraction?.(charge) ?? 1)) /
      (coil.seriesResistance + coil.resistance20 * (1 + coil.alpha20 * (temperature - 20))),
  );

const netPower = (coil: LumpedWinding, temperature: number, charge = 0): number => {
  const resistance = coil.resistance20 * (1 + coil.alpha20 * (temperature - 20));
  const i = current(coil, temperature, charge);
  return i * i * resistance - coil.loss(temperature - coil.ambient);
};

/** Rates of change of winding and core, K/s. */
function rates(
  coil: LumpedWinding,
  temperature: number,
  coreTemperature: number,
  charge: number,
): [number, number] {
  const { core } = coil;
  if (!core) return [netPower(coil, temperature, charge) / coil.heatCapacity, 0];
  const inward = core.coupling * (temperature - coreTemperature);
  return [
    (netPower(coil, temperature, charge) - inward) / coil.heatCapacity,
    (inward - core.lossPerKelvin * (coreTemperature - coil.ambient)) / core.heatCapacity,
  ];
}

/** A kelvin, a kelvin and a coulomb: nobody asks for less. */
const SCALE = [1, 1, 1];

/**
 * Temperatures, current and charge drawn after a time switched on, from
 * C dT/dt = I²R(T) − loss(T − Tₐ) − G (T − T_core), C_core dT_core/dt = G (T − T_core) −
 * g (T_core − Tₐ), dq/dt = I.
 * @param start temperature at t = 0, °C, of both, or of each.
 * @param duration s, ≥ 0.
 * @returns °C, A, C. Relative error below 1e-8 (adaptive order 5); NaN where it cannot be followed.
 */
export function warmUp(
  coil: LumpedWinding,
  start: number | Warmth,
  duration: number,
): Warmth & { current: number; charge: number } {
  const begin = typeof start === 'number' ? { temperature: start, coreTemperature: start } : start;
  const { y, status } = integrateOde(
    (_t, [temperature, core, charge]) => [
      ...rates(coil, temperature!, core!, charge!),
      current(coil, temperature!, charge),
    ],
    [begin.temperature, begin.coreTemperature, 0],
    0,
    duration,
    { scale: SCALE },
  );
  if (status !== 'ok') {
    return { temperature: NaN, coreTemperature: NaN, current: NaN, charge: NaN };
  }
  const [temperature, coreTemperature, charge] = y as [number, number, number];
  return { temperature, coreTemperature, current: current(coil, temperature, charge), charge };
}

/** Heating less all losses once the core has drawn level, W; falls with the temperature. */
function surplus(coil: LumpedWinding, temperature: number): number {
  const { core } = coil;
  const through = core
    ? (core.coupling * core.lossPerKelvin) / (core.coupling + core.lossPerKelvin)
    : 0;
  return netPower(coil, temperature) - through * (temperature - coil.ambient);
}

/**
 * Temperature of the winding at which heating and loss balance with the source's EMF held constant,
 * °C; the core passes on what it takes up. Infinity when nothing balances below 2000 °C.
 */
export function steadyTemperature(coil: LumpedWinding): number {
  const high = 2000;
  if (surplus(coil, coil.ambient) <= 0) return coil.ambient;
  const found = findRoot((t) => surplus(coil, t), coil.ambient, high, 1e-6);
  return Number.isNaN(found) ? Infinity : found;
}

/**
 * Time in which the winding warms from one temperature, its core as warm, to a limit, s. Infinity
 * when the limit is never reached; 0 when already there. Relative error below 1e-4.
 */
export function timeToReach(coil: LumpedWinding, from: number, limit: number): number {
  if (from >= limit) return 0;
  if (netPower(coil, from) <= 0 || surplus(coil, limit) <= 0) return Infinity;
  if (coil.core) return timeWithCore(coil, from, limit);
  // Nothing but the temperature changes, so the time is a plain quadrature.
  return integrate((t) => coil.heatCapacity / netPower(coil, t), from, limit, 12);
}

/** Classical Runge–Kutta steps of about a degree, the last one solved for its length. */
function timeWithCore(coil: LumpedWinding, from: number, limit: number): number {
  let state: [number, number] = [from, from];
  let time = 0;
  // The time in which winding and core draw level: steps resolve it at first, then only stay stable.
  const relax = 1 / (coil.core!.coupling * (1 / coil.heatCapacity + 1 / coil.core!.heatCapacity));
  for (let n = 0; n < 10_000; n++) {
    const [slope] = rates(coil, ...state, 0);
    const longest = time < 5 * relax ? relax / 3 : 2 * relax;
    const step = Math.min(longest, (limit - from) / 12 / Math.abs(slope));
    const next = rungeKuttaStep(coil, state, step);
    if (next[0] >= limit) {
      const share = findRoot((x) => rungeKuttaStep(coil, state, x * step)[0] - limit, 0, 1, 1e-6);
      return time + share * step;
    }
    state = next;
    time += step;
  }
  return Infinity;
}

function rungeKuttaStep(
  coil: LumpedWinding,
  [w, c]: [number, number],
  h: number,
): [number, number] {
  const k1 = rates(coil, w, c, 0);
  const k2 = rates(coil, w + (h / 2) * k1[0], c + (h / 2) * k1[1], 0);
  const k3 = rates(coil, w + (h / 2) * k2[0], c + (h / 2) * k2[1], 0);
  const k4 = rates(coil, w + h * k3[0], c + h * k3[1], 0);
  return [
    w + (h / 6) * (k1[0] + 2 * k2[0] + 2 * k3[0] + k4[0]),
    c + (h / 6) * (k1[1] + 2 * k2[1] + 2 * k3[1] + k4[1]),
  ];
}

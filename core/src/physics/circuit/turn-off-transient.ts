import { integrate } from '../../numerics/index.js';

/** A coil whose current is broken: H, Ω, A. */
export interface OpenedCoil {
  readonly inductance: number;
  readonly resistance: number;
  readonly current: number;
}

/** What lies across a coil besides a diode: capacitance of turns and leads, F, and damping, Ω. */
export interface ParasiticElements {
  readonly capacitance: number;
  readonly damping: number;
}

/** Static law of a diode, v = n V_T ln(1 + i/I_s) + i R_s. A, 1, Ω. */
export interface Diode {
  readonly saturationCurrent: number;
  readonly ideality: number;
  readonly seriesResistance: number;
}

/** Least voltage at which air sparks across an opening contact, V. Paschen's law, from memory. */
export const SPARK_V = 330;
/** A hand-wound coil on a solid core, within ×/÷ 3, and a 1 A silicon rectifier. Typical, from memory. */
export const TYPICAL_STRAY: ParasiticElements = { capacitance: 2e-10, damping: 1000 };
export const RECTIFIER: Diode = {
  saturationCurrent: 1.4e-8,
  ideality: 2,
  seriesResistance: 0.035,
};

/** Boltzmann's constant over the elementary charge, V/K. Source: SI, exact. */
const BOLTZMANN_OVER_CHARGE = 1.380649e-23 / 1.602176634e-19;

/** Energy in the field, ½ L I², J. */
export function storedEnergy({ inductance, current }: OpenedCoil): number {
  return (inductance * current * current) / 2;
}

/**
 * The kick of a coil without a diode when an ideal contact opens: the current swings into the stray
 * capacitance, v'' + (1/(R_p C) + R/L) v' + (1 + R/R_p)/(L C) v = 0 from v = I R,
 * v' = −(I + v/R_p)/C. A spark at the contact usually cuts it short.
 * @returns size of the first peak, V, and its time, s.
 * Source: parallel RLC circuit; held against the `flyback_without_diode` cases.
 */
export function inductiveSpikeWithoutDiode(
  { inductance: L, resistance: R, current: I }: OpenedCoil,
  { capacitance: C, damping }: ParasiticElements = TYPICAL_STRAY,
): { voltage: number; time: number } {
  const v0 = I * R;
  const slope = -(I + v0 / damping) / C;
  const a = (1 / (damping * C) + R / L) / 2;
  const w2 = (1 + R / damping) / (L * C);
  if (a * a < w2) {
    const w = Math.sqrt(w2 - a * a);
    const b = (slope + a * v0) / w;
    // v' = 0 where tan wt = v'(0)/(a b + w v0), in the half-turn after the start.
    const angle = Math.atan(slope / (a * b + w * v0));
    const time = (angle < 0 ? angle + Math.PI : angle) / w;
    const v = Math.exp(-a * time) * (v0 * Math.cos(w * time) + b * Math.sin(w * time));
    return { voltage: Math.abs(v), time };
  }
  const s = Math.sqrt(a * a - w2);
  const [p, q] = [a - s, a + s];
  const fast = -(slope + p * v0) / (q - p);
  const slow = v0 - fast;
  const time = Math.log((-fast * q) / (slow * p)) / (q - p);
  const v = slow * Math.exp(-p * time) + fast * Math.exp(-q * time);
  return { voltage: Math.abs(v), time };
}

/**
 * The kick with a diode across the coil: the current goes on through it and dies away as
 * L di/dt = −R i − v(i).
 * @param temperature of the junction, K.
 * @returns voltage across the coil at the moment of opening, V, and the times, s, at which the
 *   current has fallen to given fractions of its first value.
 * Source: static diode law; held against the `flyback_with_diode` cases.
 */
export function inductiveSpikeWithDiode(
  coil: OpenedCoil,
  fractions: readonly number[],
  diode: Diode = RECTIFIER,
  temperature = 300.15,
): { voltage: number; times: number[] } {
  const thermal = diode.ideality * BOLTZMANN_OVER_CHARGE * temperature;
  const drop = (i: number): number =>
    thermal * Math.log1p(i / diode.saturationCurrent) + i * diode.seriesResistance;
  const times = fractions.map((fraction) =>
    // In ln i the integrand is smooth down to small currents.
    integrate(
      (u) => {
        const i = coil.current * Math.exp(u);
        return (coil.inductance * i) / (coil.resistance * i + drop(i));
      },
      Math.log(fraction),
      0,
      24,
    ),
  );
  return { voltage: drop(coil.current), times };
}

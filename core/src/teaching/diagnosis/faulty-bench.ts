import { cellOf, combineCells, MOST_USED } from '../../physics/index.js';
import {
  evaluateMagnet,
  withoutCore,
  type Evaluation,
  type MagnetDesign,
} from '../../experiments/index.js';
import { CoreError } from '../../errors.js';
import { MonotoneCubic } from '../../numerics/index.js';
import type { CauseId } from './causes.js';

/** A magnet on the bench with something wrong, as meter and eye find it. SI. */
export interface FaultyCircuit {
  readonly emf: number;
  readonly internalResistance: number;
  /** Resistance of leads, switch and contacts, Ω; Infinity if the circuit is open. */
  readonly resistance: number;
  /** Between the ends of the coil; Infinity where it cannot be measured through. */
  readonly coil: number;
  readonly current: number;
  /** Ampere-turns that count, as a share of what a sound magnet has. */
  readonly share: number;
  /** What is lifted, as a share of what a sound magnet lifts. */
  readonly lift: number;
  /** What the coil warms, as a share of a sound one's heat. */
  readonly heat: number;
  /** Whether it comes and goes; whether something hangs on without a current. */
  readonly comesAndGoes: boolean;
  readonly sticksOff: boolean;
}

/** What a sound magnet does, and how its lift depends on its ampere-turns. */
export interface SoundBench {
  readonly evaluation: Evaluation;
  readonly design: MagnetDesign;
  readonly layers: number;
  /** Lift by a share of the ampere-turns, and without a core; shares of the sound lift. */
  liftAt(share: number): number;
  readonly liftWithoutCore: number;
  /** s; a sound coil is too hot to hold after it. */
  readonly onTime: number;
}

const SHARES = [0, 0.05, 0.1, 0.2, 0.35, 0.5, 0.7, 0.85, 1, 1.3, 1.7] as const;
/** More than any coil's voltage, so that the current limit decides. */
const ENOUGH_V = 100;

/**
 * The magnet as it should be, by the simulator itself.
 * @throws CoreError as {@link evaluateMagnet}; NOTHING_LIFTED where even a sound one lifts nothing.
 */
export function healthyCircuit(design: MagnetDesign): SoundBench {
  const evaluation = evaluateMagnet(design);
  const { liftedMass, circuit } = evaluation;
  if (!(liftedMass > 0)) {
    throw new CoreError(
      'NOTHING_LIFTED',
      'By its design this magnet lifts nothing, even with nothing wrong.',
    );
  }
  const liftOf = (change: Partial<MagnetDesign>, share = 1): number => {
    const { bench: _bench, ...cells } = design.supply;
    const bench = { voltage: ENOUGH_V, currentLimit: Math.max(1e-3, share * circuit.current) };
    const other = { ...design, ...change, supply: { ...cells, bench } };
    return evaluateMagnet(other).liftedMass / liftedMass;
  };
  const curve = new MonotoneCubic(
    Float64Array.from(SHARES),
    Float64Array.from(SHARES, (share) => (share === 0 ? 0 : liftOf({}, share))),
  );
  const liftAt = (share: number): number => curve.value(Math.min(1.7, Math.abs(share)));
  return {
    evaluation,
    design,
    layers: evaluation.winding.layers.length,
    liftAt,
    liftWithoutCore: design.core.shape === 'none' ? 1 : liftOf({ core: withoutCore(design.core) }),
    onTime: evaluation.allowedOnTime,
  };
}

/** Between two values, evenly on a logarithmic scale. */
const between = (low: number, high: number, at: number): number => low * (high / low) ** at;

/**
 * The bench with one thing wrong, as badly as `severity` of the cases, 0 to 1, are at most. How bad
 * things get is common practice, no source; what follows from it is the simulator's.
 */
export function faultyBench(sound: SoundBench, cause: CauseId, severity: number): FaultyCircuit {
  const { design, evaluation, layers } = sound;
  const { supply } = design;
  let { emf, resistance: internal } = evaluation.source;
  let [extra, coil, turns, reach] = [0, evaluation.coilResistance, 1, 1];
  let [comesAndGoes, sticksOff, seat] = [false, false, 1];
  let measured: number | null = null;
  switch (cause) {
    case 'enamel':
      extra = severity < 0.8 ? Infinity : between(5, 50, (severity - 0.8) / 0.2);
      measured = severity < 0.8 ? Infinity : coil + extra;
      break;
    case 'loose-lead':
      extra = severity > 0.75 ? Infinity : between(0.5, 20, severity / 0.75);
      comesAndGoes = true;
      break;
    case 'flat-cell': {
      const used = 0.7 + (MOST_USED - 0.7) * severity;
      const { measured: _measured, ...typical } = supply;
      const cell = cellOf({ ...typical, used });
      const worse = between(1.5, 12, severity);
      const drained = combineCells(
        { ...cell, internalResistance_ohm: cell.internalResistance_ohm * worse },
        supply.series,
        supply.parallel * (supply.share ?? 1),
      );
      [emf, internal] = [drained.emf, drained.resistance];
      break;
    }
    case 'reversed-cell':
      emf *= (supply.series - 2) / supply.series;
      break;
    case 'switch':
      extra = severity < 0.7 ? Infinity : between(1, 20, (severity - 0.7) / 0.3);
      comesAndGoes = severity >= 0.7;
      break;
    case 'broken-wire':
      extra = Infinity;
      measured = Infinity;
      break;
    case 'shorted-turns':
      turns = 1 - (0.3 + 0.6 * severity);
      coil *= turns;
      break;
    case 'layer-reversed':
      turns = (layers - 2) / layers;
      break;
    case 'cable-reversed':
      turns = 0;
      break;
    case 'too-few-turns':
      turns = 0.25 + 0.35 * severity;
      coil *= turns;
      break;
    case 'core-magnetised':
      sticksOff = true;
      break;
    case 'short-tip':
      reach = 0.2 + 0.4 * severity;
      break;
    case 'half-seated':
      seat = 0.15 + 0.4 * severity;
      break;
    case 'core-not-magnetic':
      reach = sound.liftWithoutCore;
      break;
    case 'objects-not-steel':
      reach = 0;
      break;
  }
  const resistance = evaluation.leadResistance + extra;
  const whole = internal + resistance + coil;
  const current = Number.isFinite(whole) ? Math.abs(emf) / whole : 0;
  const share = (current / evaluation.circuit.current) * turns;
  return {
    emf: Math.abs(emf),
    internalResistance: internal,
    resistance,
    coil: measured ?? coil,
    current,
    share,
    // A core half in its coil is magnetised by half of the turns.
    lift: reach * sound.liftAt(share * seat),
    heat: (current ** 2 * coil) / evaluation.circuit.coilPower,
    comesAndGoes,
    sticksOff,
  };
}

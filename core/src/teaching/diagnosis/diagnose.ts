import type { MagnetDesign } from '../../experiments/index.js';
import { CAUSES, causesOf, type CauseId } from './causes.js';
import {
  CHECK_IDS,
  CHECKS,
  GAUGE_IDS,
  GAUGES,
  SYMPTOM_IDS,
  type Check,
  type CheckId,
  type Gauge,
  type GaugeId,
  type SymptomId,
  type ToolId,
} from './checks.js';
import {
  faultyBench,
  healthyCircuit,
  type FaultyCircuit,
  type SoundBench,
} from './faulty-bench.js';

/** What is known of a magnet that does not lift. */
export interface Evidence {
  readonly symptom: SymptomId | null;
  readonly checks: Readonly<Partial<Record<CheckId, boolean>>>;
  /** SI; Infinity where a meter shows that nothing gets through. */
  readonly readings: Readonly<Partial<Record<GaugeId, number>>>;
}

export type TestId = CheckId | GaugeId;

/** A test that could come next. */
export interface NextTest {
  readonly id: TestId;
  readonly minutes: number;
  /** What it is expected to tell, bits. */
  readonly bits: number;
}

export interface Diagnosis {
  /** Every cause that this magnet can have with its probability, the likeliest first. */
  readonly causes: readonly { readonly id: CauseId; readonly probability: number }[];
  /** Tests not made yet, the most bits for a minute first; empty where none tells anything. */
  readonly tests: readonly NextTest[];
}

/** A fault as bad as some part of all such faults are. */
interface Scenario {
  readonly cause: CauseId;
  readonly bench: FaultyCircuit;
  readonly prior: number;
}

/** How bad a fault may be: so many degrees of each. */
const DEGREES = 12;
/** Share of readings that are simply wrong: another range, another pair of wires. Common practice, no source. */
const BLUNDER = 0.02;
/** What a meter shows where nothing gets through, in its unit. */
const BEYOND = 1e6;
/** From this probability on, repairing is better than testing again. */
export const SURE = 0.95;

/** Minutes that any test takes besides: to find the things, and to write the answer down. */
const BESIDES = 0.5;

/** Everything that can be wrong with a magnet, computed once. */
export interface DiagnosisModel {
  readonly sound: SoundBench;
  readonly causes: readonly CauseId[];
  readonly scenarios: readonly Scenario[];
  /** Place of each scenario's cause among the causes. */
  readonly causeOf: readonly number[];
  /** Chance of each symptom in each scenario. */
  readonly noticed: Readonly<Record<SymptomId, readonly number[]>>;
  /** Chance of yes of each check in each scenario. */
  readonly yes: Readonly<Record<CheckId, readonly number[]>>;
  /** By gauge: likelihood in each scenario of what another would show. */
  readonly shows: Readonly<Record<GaugeId, readonly (readonly number[])[]>>;
}

/** @throws CoreError as {@link healthyCircuit}. */
export function workshopOf(design: MagnetDesign): DiagnosisModel {
  const sound = healthyCircuit(design);
  const causes = causesOf(design, sound.layers);
  const often = causes.reduce((sum, id) => sum + CAUSES[id].often, 0);
  const scenarios = causes.flatMap((cause) =>
    Array.from({ length: DEGREES }, (_, i): Scenario => ({
      cause,
      bench: faultyBench(sound, cause, (i + 0.5) / DEGREES),
      prior: CAUSES[cause].often / often / DEGREES,
    })),
  );
  const each = <T, K extends string>(ids: readonly K[], of: (id: K) => T): Record<K, T> =>
    Object.fromEntries(ids.map((id) => [id, of(id)])) as Record<K, T>;
  const noticed = scenarios.map(({ bench, cause }) => symptomChances(sound, bench, cause));
  return {
    sound,
    causes,
    scenarios,
    noticed: each(SYMPTOM_IDS, (id) => noticed.map((chances) => chances[id])),
    causeOf: scenarios.map(({ cause }) => causes.indexOf(cause)),
    yes: each(CHECK_IDS, (id) =>
      scenarios.map(({ bench, cause }) => CHECKS[id].chance(bench, cause)),
    ),
    shows: each(GAUGE_IDS, (id) =>
      scenarios.map(({ bench }) => {
        const value = shown(GAUGES[id], bench);
        return scenarios.map((other) => readingChance(GAUGES[id], other.bench, value));
      }),
    ),
  };
}

/**
 * Chance of each symptom being what is noticed first on a bench. Common practice, no source, but for
 * what is lifted and how warm it grows.
 */
export function symptomChances(
  sound: SoundBench,
  bench: FaultyCircuit,
  cause: CauseId,
): Readonly<Record<SymptomId, number>> {
  const steep = (x: number): number => 1 / (1 + Math.exp(-x));
  // Where nothing and little part, on a logarithmic scale of the lift.
  const nothing = steep((Math.log(0.12) - Math.log(bench.lift + 1e-3)) / 0.25);
  const warms = bench.heat > 0.6 && sound.onTime / Math.max(bench.heat, 1e-9) < 90;
  const weights: Record<SymptomId, number> = {
    nothing: nothing + 0.02,
    weak: (1 - nothing) * (bench.lift < 0.8 ? 1 : 0.15) + 0.02,
    hot: warms && bench.lift < 0.7 ? 0.8 : 0.01,
    'cuts-out': bench.comesAndGoes ? 1.2 : 0.02,
    'one-end': cause === 'half-seated' || cause === 'short-tip' ? 0.4 : 0.02,
    'sticks-off': bench.sticksOff ? 4 : 0.02,
  };
  const whole = SYMPTOM_IDS.reduce((sum, id) => sum + weights[id], 0);
  return Object.fromEntries(
    SYMPTOM_IDS.map((id) => [id, weights[id] / whole]),
  ) as unknown as Record<SymptomId, number>;
}

const shown = ({ read }: Gauge, bench: FaultyCircuit): number =>
  Math.min(BEYOND, Math.max(0, read(bench)));

/** Likelihood of a reading, per unit of its logarithm; blunders spread evenly over six decades. */
function readingChance(gauge: Gauge, bench: FaultyCircuit, value: number): number {
  const log = (x: number): number => Math.log(Math.min(BEYOND, Math.max(0, x)) + gauge.step);
  const off = (log(value) - log(shown(gauge, bench))) / gauge.spread;
  const right = Math.exp(-0.5 * off * off) / (gauge.spread * Math.sqrt(2 * Math.PI));
  return (1 - BLUNDER) * right + BLUNDER / Math.log(1e6);
}

/** Weights of the scenarios after the evidence, adding up to one. */
function weigh(
  { scenarios, noticed, yes: chances }: DiagnosisModel,
  { symptom, checks, readings }: Evidence,
): number[] {
  const weights = scenarios.map(({ bench, prior }, i) => {
    let weight = prior;
    if (symptom) weight *= noticed[symptom][i]!;
    for (const id of CHECK_IDS) {
      const answer = checks[id];
      if (answer === undefined) continue;
      const yes = chances[id][i]!;
      weight *= answer ? yes : 1 - yes;
    }
    for (const id of GAUGE_IDS) {
      const value = readings[id];
      if (value !== undefined) weight *= readingChance(GAUGES[id], bench, value);
    }
    return weight;
  });
  const whole = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => weight / whole);
}

/** Probability of each cause, from the weights of the scenarios. */
function byCause({ causes, causeOf }: DiagnosisModel, weights: readonly number[]): number[] {
  const found = causes.map(() => 0);
  for (let i = 0; i < weights.length; i++) found[causeOf[i]!]! += weights[i]!;
  return found;
}

/** Uncertainty about the cause, bits, of weights that need not add up to one; times their sum. */
function uncertainty(weights: ArrayLike<number> & Iterable<number>): number {
  let [whole, sum] = [0, 0];
  for (const weight of weights) {
    whole += weight;
    if (weight > 0) sum -= weight * Math.log2(weight);
  }
  return whole > 0 ? sum + whole * Math.log2(whole) : 0;
}

/** Uncertainty that an outcome of these likelihoods leaves, times its chance. */
function left(workshop: DiagnosisModel, weights: readonly number[], likelihood: readonly number[]) {
  return uncertainty(
    byCause(
      workshop,
      weights.map((weight, i) => weight * likelihood[i]!),
    ),
  );
}

function leftByCheck(workshop: DiagnosisModel, weights: readonly number[], id: CheckId): number {
  const yes = workshop.yes[id];
  const no = yes.map((chance) => 1 - chance);
  return left(workshop, weights, yes) + left(workshop, weights, no);
}

/** Scenarios less likely than this add nothing to what a meter may show. */
const UNLIKELY = 1e-3;

/** What a meter would leave: over what it would show in the likelier scenarios. */
function leftByGauge(workshop: DiagnosisModel, weights: readonly number[], id: GaugeId): number {
  const { causes, causeOf, shows } = workshop;
  const found = new Float64Array(causes.length);
  let [sum, whole] = [0, 0];
  for (const [i, likelihood] of shows[id].entries()) {
    const weight = weights[i]!;
    if (weight < UNLIKELY) continue;
    // As byCause, but a hundred thousand times for each step of a search.
    found.fill(0);
    let chance = 0;
    for (let k = 0; k < weights.length; k++) {
      const joint = weights[k]! * likelihood[k]!;
      found[causeOf[k]!]! += joint;
      chance += joint;
    }
    sum += (weight * uncertainty(found)) / chance;
    whole += weight;
  }
  return sum / whole;
}

/** Less than this tells nothing. */
const LEAST_BITS = 0.01;

/**
 * Causes by Bayes’ theorem, the simulator giving the likelihoods, and the tests that are left by what
 * they are expected to tell in a minute (Lindley, Ann. Math. Stat. 27, 986 (1956)).
 * @param tools that are at hand.
 */
export function diagnose(
  workshop: DiagnosisModel,
  evidence: Evidence,
  tools: readonly ToolId[],
): Diagnosis {
  const weights = weigh(workshop, evidence);
  const found = byCause(workshop, weights);
  const now = uncertainty(found);
  const checks = CHECK_IDS.filter(
    (id) =>
      evidence.checks[id] === undefined &&
      ((CHECKS[id] as Check).needs === undefined || tools.includes((CHECKS[id] as Check).needs!)),
  ).map((id): NextTest => ({
    id,
    minutes: CHECKS[id].minutes,
    bits: now - leftByCheck(workshop, weights, id),
  }));
  const gauges = (tools.includes('meter') ? GAUGE_IDS : [])
    .filter((id) => evidence.readings[id] === undefined)
    .map((id): NextTest => ({
      id,
      minutes: GAUGES[id].minutes,
      bits: now - leftByGauge(workshop, weights, id),
    }));
  return {
    causes: workshop.causes
      .map((id, i) => ({ id, probability: found[i]! }))
      .sort((p, q) => q.probability - p.probability),
    tests: [...checks, ...gauges]
      .filter(({ bits }) => bits > LEAST_BITS)
      .sort((p, q) => q.bits / (q.minutes + BESIDES) - p.bits / (p.minutes + BESIDES)),
  };
}

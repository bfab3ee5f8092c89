import {
  CHECKS,
  diagnose,
  faultyBench,
  GAUGES,
  SURE,
  SYMPTOM_IDS,
  symptomChances,
  TOOLS,
  type CauseId,
  type Check,
  type CheckId,
  type Evidence,
  type FaultyCircuit,
  type Gauge,
  type GaugeId,
  type SymptomId,
  type TestId,
  type ToolId,
  type DiagnosisModel,
} from '../diagnosis/index.js';
import type { MagnetDesign } from '../../experiments/index.js';
import { normalFrom, seededRandom, type Random } from '../../numerics/index.js';

/** A fault that somebody else put into a magnet. */
export interface HiddenFault {
  readonly seed: number;
  readonly cause: CauseId;
  readonly symptom: SymptomId;
  readonly bench: FaultyCircuit;
}

/** Seeds that can be typed and told: 1 to this. */
export const MOST_SEED = 9999;
const ALL_TOOLS = Object.keys(TOOLS) as ToolId[];
/** A search that finds nothing ends after so many tests. */
const MOST_TESTS = 20;
/** Between seeds of one fault, so that what a meter shows has nothing to do with what is hidden. */
const APART = 7919;

/**
 * Two magnets between which the seed chooses, so that every cause can be met: two layers on three
 * cells with a switch, and the same of cable.
 * @param nail to begin with.
 */
export function trainingMagnets(nail: MagnetDesign): readonly MagnetDesign[] {
  const layered: MagnetDesign = {
    ...nail,
    winding: { ...nail.winding, turns: 200 },
    supply: { ...nail.supply, series: 3 },
    leads: { ...nail.leads, switchResistance: 0.05 },
  };
  const cable: MagnetDesign = {
    ...layered,
    winding: { ...nail.winding },
    wire: { ...nail.wire, form: 'cable', insulation: 'hook-up' },
  };
  return [cable, layered];
}

/**
 * The same fault for the same seed and magnet. Every cause is as likely as every other, so that rare
 * ones are learnt, too.
 */
export function hideFault(workshop: DiagnosisModel, seed: number): HiddenFault {
  const random = seededRandom(seed * APART);
  const cause = workshop.causes[Math.floor(random() * workshop.causes.length)]!;
  const bench = faultyBench(workshop.sound, cause, random());
  return { seed, cause, symptom: noticed(workshop, bench, cause, random), bench };
}

function noticed(
  { sound }: DiagnosisModel,
  bench: FaultyCircuit,
  cause: CauseId,
  random: Random,
): SymptomId {
  const chances = symptomChances(sound, bench, cause);
  let at = random();
  for (const id of SYMPTOM_IDS) {
    at -= chances[id];
    if (at <= 0) return id;
  }
  return 'nothing';
}

/** What careful eyes find: the likelier answer. */
export function answerOf({ bench, cause }: HiddenFault, id: CheckId): boolean {
  return (CHECKS[id] as Check).chance(bench, cause) > 0.5;
}

/** What the meter shows, SI, with its scatter; the same each time. Infinity where nothing gets through. */
export function readingOf(fault: HiddenFault, id: GaugeId): number {
  const { read, spread, step }: Gauge = GAUGES[id];
  const value = read(fault.bench);
  if (!Number.isFinite(value)) return Infinity;
  const random = seededRandom(fault.seed * APART + 1 + Object.keys(GAUGES).indexOf(id));
  const shown = Math.exp(Math.log(value + step) + 0.5 * spread * normalFrom(random)) - step;
  return Math.max(0, Math.round(shown / step) * step);
}

/** The tests that Nab itself would make on this fault, in order, and whether it would be right. */
export function bestSearch(
  workshop: DiagnosisModel,
  fault: HiddenFault,
): { readonly tests: readonly TestId[]; readonly found: CauseId } {
  let evidence: Evidence = { symptom: fault.symptom, checks: {}, readings: {} };
  const tests: TestId[] = [];
  for (;;) {
    const { causes, tests: next } = diagnose(workshop, evidence, ALL_TOOLS);
    const [test] = next;
    if (causes[0]!.probability >= SURE || !test || tests.length >= MOST_TESTS) {
      return { tests, found: causes[0]!.id };
    }
    tests.push(test.id);
    const { id } = test;
    evidence = Object.hasOwn(CHECKS, id)
      ? {
          ...evidence,
          checks: { ...evidence.checks, [id]: answerOf(fault, id as CheckId) },
        }
      : {
          ...evidence,
          readings: { ...evidence.readings, [id]: readingOf(fault, id as GaugeId) },
        };
  }
}

import { CoreError } from '../../errors.js';
import { evaluateMagnet, type Evaluation, type MagnetDesign } from '../../experiments/index.js';
import { seededRandom } from '../../numerics/index.js';
import { RULE_IDS, RULES, type Rule, type RuleId } from './rules.js';

/** A magnet, the same with one thing changed, and what both lift. */
export interface GuessTask {
  readonly rule: RuleId;
  readonly before: MagnetDesign;
  readonly after: MagnetDesign;
  readonly evaluations: readonly [before: Evaluation, after: Evaluation];
  /** Counts by the model. */
  readonly lifts: readonly [before: number, after: number];
  /** What the rule of thumb says of the changed one. */
  readonly ruleSays: number;
}

/** How many magnets are guessed in a round. */
export const RIDDLES = 10;
/** Within this factor either way a guess is close. A judgement. */
export const CLOSE = 1.25;
/** So many magnets are tried until one can be built and lifts enough to be guessed at. */
const MOST_TRIES = 30;
const LEAST_LIFT = 3;
const APART = 7919;

/**
 * Ten magnets for a seed, each rule once at most; the same for the same seed and the same magnet to
 * begin with.
 */
export function makeTasks(start: MagnetDesign, seed: number): GuessTask[] {
  const random = seededRandom(seed * APART);
  const shuffled = RULE_IDS.map((id) => ({ id, at: random() }))
    .sort((a, b) => a.at - b.at)
    .map(({ id }) => id);
  const riddles: GuessTask[] = [];
  for (const id of shuffled) {
    if (riddles.length === RIDDLES) break;
    for (let i = 0; i < MOST_TRIES; i++) {
      const riddle = riddleOf(varied(start, random), id);
      if (!riddle) continue;
      riddles.push(riddle);
      break;
    }
  }
  return riddles;
}

/** Another nail of another coil. */
function varied(start: MagnetDesign, random: () => number): MagnetDesign {
  const among = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const length = among([0.075, 0.1, 0.12]);
  const tip = among([0.01, 0.015, 0.02]);
  return {
    ...start,
    core: { ...start.core, length, diameter: among([0.004, 0.005, 0.006, 0.008]) },
    winding: {
      ...start.winding,
      turns: among([40, 60, 80, 100, 150]),
      start: 0.01,
      end: length - tip,
    },
    wire: { ...start.wire, diameter: among([0.0004, 0.0005, 0.0006]) },
    supply: { ...start.supply, series: among([1, 2]) },
  };
}

function riddleOf(before: MagnetDesign, rule: RuleId): GuessTask | null {
  const after = (RULES[rule] as Rule).apply(before);
  if (!after) return null;
  try {
    const evaluations = [evaluateMagnet(before), evaluateMagnet(after)] as const;
    const [first, second] = evaluations;
    if (first.liftedCount < LEAST_LIFT) return null;
    return {
      rule,
      before,
      after,
      evaluations,
      lifts: [first.liftedCount, second.liftedCount],
      ruleSays: first.liftedCount * RULES[rule].factor,
    };
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

/** How a guess and the rule did, as factors; half a clip either way is nothing. */
export function scoreGuess({ lifts, ruleSays }: GuessTask, guess: number) {
  const off = (value: number): number => (value + 0.5) / (lifts[1] + 0.5);
  const [yours, rules] = [off(guess), off(ruleSays)];
  const size = (factor: number): number => Math.max(factor, 1 / factor);
  return {
    off: yours,
    close: size(yours) <= CLOSE,
    ruleOff: rules,
    ruleHolds: size(rules) <= CLOSE,
    /** Whether the guess is nearer to what the rule says than to what the magnet does. */
    byTheRule: size((guess + 0.5) / (ruleSays + 0.5)) < size(yours),
  };
}

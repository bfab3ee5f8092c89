import { normalCdf } from '../numerics/index.js';
import {
  predictiveBand,
  probabilityAbove,
  type Band,
  type ClassBelief,
} from '../calibration/index.js';

/** A level of the factor with what the model predicts for it. */
export interface PredictedLevel {
  /** Value of the factor, such as the number of turns. */
  readonly value: number;
  /** Objects lifted. */
  readonly count: number;
}

/** What a plan of levels and repeats lets a class see. */
export interface PlanJudgement {
  readonly bands: readonly Band[];
  /** Adjacent pairs that will probably not come out in the right order, with that probability. */
  readonly indistinct: readonly {
    readonly lower: number;
    readonly upper: number;
    readonly probabilityInOrder: number;
    /** Repeats for 90 %, or null beyond 30. */
    readonly repeatsNeeded: number | null;
  }[];
  /** Levels whose heap may need more objects than the tray holds. */
  readonly overTray: readonly { readonly value: number; readonly probability: number }[];
  /** Levels predicted to lift less than one object. */
  readonly nothing: readonly number[];
}

const WANTED_PROBABILITY = 0.9;
/** A chance worth a warning that the tray runs out. */
const TRAY_RISK = 0.1;

/**
 * Probability that the means of r repeats at two levels come out in the right order,
 * Φ(Δ / (s √(2/r))) with Δ the difference of the log counts and s the scatter of one trial.
 */
export function probabilityInOrder(
  lowerCount: number,
  upperCount: number,
  scatter: number,
  repeats: number,
): number {
  if (!(lowerCount > 0) || !(upperCount > 0)) return 0.5;
  return normalCdf(Math.log(upperCount / lowerCount) / (scatter * Math.sqrt(2 / repeats)));
}

/**
 * Judges a plan before the lesson.
 * @param levels in order of the factor. @param repeats per level and group, whole, ≥ 1.
 * @param traySize objects in the tray. @param scatter sd of the log count of one trial.
 */
export function judgePlan(
  levels: readonly PredictedLevel[],
  {
    repeats,
    traySize,
    scatter,
    belief,
  }: { repeats: number; traySize: number; scatter: number; belief: ClassBelief },
): PlanJudgement {
  const indistinct: PlanJudgement['indistinct'][number][] = [];
  for (let i = 1; i < levels.length; i++) {
    const [a, b] = [levels[i - 1]!, levels[i]!];
    const [lower, upper] = a.count <= b.count ? [a, b] : [b, a];
    const chance = (r: number): number => probabilityInOrder(lower.count, upper.count, scatter, r);
    if (chance(repeats) >= WANTED_PROBABILITY) continue;
    let repeatsNeeded: number | null = null;
    for (let r = repeats + 1; r <= 30 && repeatsNeeded === null; r++) {
      if (chance(r) >= WANTED_PROBABILITY) repeatsNeeded = r;
    }
    indistinct.push({
      lower: a.value,
      upper: b.value,
      probabilityInOrder: chance(repeats),
      repeatsNeeded,
    });
  }
  return {
    bands: levels.map((level) => predictiveBand(belief, level.count)),
    indistinct,
    overTray: levels
      .map(({ value, count }) => ({
        value,
        probability: probabilityAbove(belief, count, traySize),
      }))
      .filter(({ probability }) => probability > TRAY_RISK),
    nothing: levels.filter((level) => level.count < 1).map((level) => level.value),
  };
}

import { priorDistribution, type ClassPosterior, type Spread } from './band.js';
import { truncatedNormal } from './truncated.js';

/** One reading over its prediction, as far as it is known. */
export interface ClassReading {
  readonly group: number;
  /**
   * Ends between which log(read / predicted) lies: a count of 5 for 4.5 to 5.5, none for less than a
   * half, an emptied tray for at least what was in it. Equal where it is exact.
   */
  readonly low: number;
  readonly high: number;
}

/**
 * Variances between groups over that within one that are weighed against each other, and how likely
 * each is before any trial. Judgement, no source.
 */
const GROUPS_DIFFER = [
  { ratio: 0, chance: 0.3 },
  { ratio: 0.25, chance: 0.3 },
  { ratio: 0.5, chance: 0.2 },
  { ratio: 1, chance: 0.15 },
  { ratio: 2, chance: 0.05 },
] as const;
/** More rounds change nothing that is shown. */
const ROUNDS = 100;
const SETTLED = 1e-6;

/** What a class's readings have shown. */
export interface ClassLearnt {
  /** About a further trial of any of its groups. */
  readonly belief: ClassPosterior;
  /** What it shows by itself about any class, without what was believed before; null for nothing. */
  readonly own: { readonly mean: number; readonly variance: number } | null;
}

/**
 * What a class's readings show about the model: trials scatter about their group, groups about
 * their class, the class about the prediction. Groups are no independent trials; how much they
 * differ is weighed by how well each answer foretells the readings.
 * @param groups how many the class has, those included that have read nothing yet.
 * Sources: Normal–inverse-gamma updating, Gelman et al., Bayesian Data Analysis, 3rd ed., §3.3 and
 * 15; readings known between ends by expectation and maximisation, Dempster, Laird & Rubin, J. R.
 * Stat. Soc. B 39, 1 (1977), each weighing as much as its end leaves of it (Louis, ibid. 44, 226
 * (1982)).
 */
export function updateClassPosterior(
  spread: Spread,
  readings: readonly ClassReading[],
  groups: number,
): ClassLearnt {
  const prior = priorDistribution(spread);
  const told = readings.filter(
    ({ low, high }) => low <= high && (Number.isFinite(low) || Number.isFinite(high)),
  );
  if (told.length === 0) return { belief: prior, own: null };
  const cells = cellsOf(told);
  const answers = GROUPS_DIFFER.map(({ ratio }) => underRatio(prior, cells, ratio, groups));
  const best = Math.max(...answers.map(({ evidence }) => evidence));
  const weights = answers.map(
    ({ evidence }, i) => GROUPS_DIFFER[i]!.chance * Math.exp(evidence - best),
  );
  const whole = weights.reduce((sum, w) => sum + w, 0);
  const over = (of: (answer: Answer) => number): number =>
    answers.reduce((sum, answer, i) => sum + (weights[i]! / whole) * of(answer), 0);
  const varianceOf = (mean: number, of: (answer: Answer) => number, unsure: typeof of): number =>
    over((answer) => answer.variance * unsure(answer) + (of(answer) - mean) ** 2);
  const [next, any] = [over((answer) => answer.next), over((answer) => answer.mean)];
  const trial = over(({ variance, about }) => variance * (1 + about));
  const shape = over((answer) => answer.shape);
  const centre = varianceOf(
    next,
    (answer) => answer.next,
    (answer) => answer.unsure,
  );
  const shown = varianceOf(
    any,
    (answer) => answer.mean,
    ({ precision }) => 1 / precision,
  );
  const before = prior.strength / (prior.scale / (prior.shape - 1));
  const gained = 1 / shown - before;
  return {
    belief: { mean: next, strength: trial / centre, shape, scale: trial * (shape - 1) },
    own:
      gained > 1e-9 * before
        ? { mean: (any / shown - before * prior.mean) / gained, variance: 1 / gained }
        : null,
  };
}

/** Readings of one group that say the same, as one: a class of thousands is then quick. */
interface Cell extends ClassReading {
  readonly count: number;
}

function cellsOf(readings: readonly ClassReading[]): Cell[] {
  const cells = new Map<string, Cell>();
  for (const { group, low, high } of readings) {
    const key = `${group} ${low} ${high}`;
    cells.set(key, { group, low, high, count: (cells.get(key)?.count ?? 0) + 1 });
  }
  return [...cells.values()];
}

/** What follows when groups differ by a given share of what one group's trials do. */
interface Answer {
  /** Of any class like this one. */
  readonly mean: number;
  /** Of that mean, in trials of one group. */
  readonly precision: number;
  /** Mean of this class's own groups, and its variance over that of one group's trials. */
  readonly next: number;
  readonly unsure: number;
  /** Variance of its groups about that mean, over the same. */
  readonly about: number;
  readonly shape: number;
  /** Of one group's trials. */
  readonly variance: number;
  /** Logarithm of how likely the readings are under it, but for what all have in common. */
  readonly evidence: number;
}

function underRatio(
  prior: ClassPosterior,
  readings: readonly Cell[],
  ratio: number,
  known: number,
): Answer {
  // What a trial of any group scatters is the same however it is shared out.
  const scale0 = prior.scale / (1 + ratio);
  const precision0 = prior.strength / (1 + ratio);
  const groups = [...new Set(readings.map(({ group }) => group))];
  const groupOf = readings.map(({ group }) => groups.indexOf(group));
  let variance = scale0 / (prior.shape - 1);
  let seen = readings.map(({ low, high }): Seen => ({
    at: middle(low, high),
    weight: 1,
    expected: middle(low, high),
    left: 0,
  }));
  const count = Math.max(known, groups.length);
  let answer: Answer | null = null;
  for (let round = 0; round < ROUNDS; round++) {
    const sums = groups.map(() => ({ weight: 0, value: 0 }));
    seen.forEach(({ at, weight }, i) => {
      const sum = sums[groupOf[i]!]!;
      const all = readings[i]!.count * weight;
      sum.weight += all;
      sum.value += all * at;
    });
    const means = sums.map((sum) => sum.value / sum.weight);
    const pulls = sums.map((sum) => 1 / (1 / sum.weight + ratio));
    const precision = precision0 + pulls.reduce((sum, pull) => sum + pull, 0);
    const mean =
      (precision0 * prior.mean + pulls.reduce((sum, pull, j) => sum + pull * means[j]!, 0)) /
      precision;
    // Where each group lies: its own mean, drawn to the class's the more, the fewer trials it has.
    const drawn = sums.map(({ weight }) => 1 / (1 + ratio * weight));
    const centres = means.map((own, j) => own + drawn[j]! * (mean - own));
    const unseen = count - groups.length;
    const towards = (drawn.reduce((sum, share) => sum + share, 0) + unseen) / count;
    const apart = drawn.reduce((sum, share) => sum + share, 0) + unseen;
    const squares =
      seen.reduce((sum, { expected, left, weight }, i) => {
        const { count: times } = readings[i]!;
        return sum + times * weight * ((expected - centres[groupOf[i]!]!) ** 2 + left);
      }, 0) +
      (ratio > 0 ? centres.reduce((sum, centre) => sum + (centre - mean) ** 2 / ratio, 0) : 0) +
      precision0 * (mean - prior.mean) ** 2;
    const shape =
      prior.shape + seen.reduce((sum, { weight }, i) => sum + readings[i]!.count * weight, 0) / 2;
    const scale = scale0 + squares / 2;
    const before: Answer | null = answer;
    variance = scale / (shape - 1);
    answer = {
      mean,
      precision,
      next: (centres.reduce((sum, centre) => sum + centre, 0) + unseen * mean) / count,
      unsure: towards ** 2 / precision + (ratio * apart) / count ** 2,
      about: ratio * (1 - 1 / count),
      shape,
      variance,
      evidence:
        prior.shape * Math.log(scale0) -
        shape * Math.log(scale) -
        0.5 * Math.log(precision / precision0) -
        0.5 * sums.reduce((sum, { weight }) => sum + Math.log1p(ratio * weight), 0),
    };
    if (before && isSettled(before, answer)) break;
    seen = readings.map((reading, i) => seenAs(reading, centres[groupOf[i]!]!, variance));
  }
  return answer!;
}

const isSettled = (before: Answer, now: Answer): boolean =>
  Math.abs(now.mean - before.mean) < SETTLED &&
  Math.abs(now.variance / before.variance - 1) < SETTLED;

/** A reading known between ends, as an exact one that weighs less. */
interface Seen {
  readonly at: number;
  readonly weight: number;
  /** What it is expected to be, and the variance that is left of it. */
  readonly expected: number;
  readonly left: number;
}

function seenAs({ low, high }: ClassReading, centre: number, variance: number): Seen {
  if (low === high) return { at: low, weight: 1, expected: low, left: 0 };
  const sigma = Math.sqrt(variance);
  const found = truncatedNormal((low - centre) / sigma, (high - centre) / sigma);
  const weight = Math.max(1 - found.variance, 1e-3);
  const away = sigma * found.mean;
  return {
    at: centre + away / weight,
    weight,
    expected: centre + away,
    left: variance * found.variance,
  };
}

/** Where a reading is taken to be at first. */
function middle(low: number, high: number): number {
  if (!Number.isFinite(low)) return high - 0.3;
  if (!Number.isFinite(high)) return low + 0.1;
  return (low + high) / 2;
}

import { solveInPlace } from '../../numerics/index.js';
import type { Spread } from './band.js';

/** What one class has shown about the model, without what was believed before it. */
export interface ClassLesson {
  /** log(read / predicted) of the class, and the variance of that estimate. */
  readonly mean: number;
  readonly variance: number;
  /** What was lifted, and how: empty where neither matters. */
  readonly object: string;
  readonly method: string;
}

/** What a school's classes have shown, as a factor on the model's next prediction. */
export interface SchoolBelief {
  readonly factor: number;
  /** 95 % of classes lie within ×/÷ this of the model times that factor. */
  readonly classFactor: number;
  /** Ends of the 95 % interval of the factor itself. */
  readonly low: number;
  readonly high: number;
  readonly classes: number;
}

/**
 * How the variance of a class's factor is shared out: what all lessons of a school have in common,
 * what one kind of object does, what the way of lifting does (pressed round the pole about twice as
 * much hangs as after a dip: common practice, no source), and what is each class's own. Judgement,
 * no source; they add up to one, so that without any lesson a class lies where it always did.
 */
const SHARES = { school: 0.2, object: 0.35, method: 0.2, own: 0.25 } as const;

/** Φ⁻¹(0.975). */
const NORMAL_975 = 1.959963984540054;

/** The variance of a class's factor before anything was learnt. */
const varianceOf = ({ classFactor }: Spread): number => (Math.log(classFactor) / NORMAL_975) ** 2;

/**
 * What earlier classes of a school let one expect of its next: a linear model of school, object,
 * method and class, each drawn to the model's own prediction as far as little is known of it.
 * Source: best linear unbiased prediction, Robinson, Statistical Science 6, 15 (1991).
 */
export function schoolPosterior(
  spread: Spread,
  lessons: readonly ClassLesson[],
  next: Pick<ClassLesson, 'object' | 'method'>,
): SchoolBelief {
  const variance = varianceOf(spread);
  const shared = (p: Pick<ClassLesson, 'object' | 'method'>, q: typeof p): number =>
    variance *
    (SHARES.school +
      (p.object === q.object ? SHARES.object : 0) +
      (p.method === q.method ? SHARES.method : 0));
  const own = variance * SHARES.own;
  const n = lessons.length;
  const towards = lessons.map((lesson) => shared(lesson, next));
  const weights = Float64Array.from(towards);
  if (n > 0) {
    const matrix = new Float64Array(n * n);
    lessons.forEach((lesson, i) => {
      lessons.forEach((other, j) => (matrix[i * n + j] = shared(lesson, other)));
      matrix[i * n + i]! += own + lesson.variance;
    });
    solveInPlace(matrix, weights);
  }
  const mean = lessons.reduce((sum, lesson, i) => sum + weights[i]! * lesson.mean, 0);
  const gained = towards.reduce((sum, value, i) => sum + weights[i]! * value, 0);
  const left = Math.max(0, variance - own - gained);
  const half = NORMAL_975 * Math.sqrt(left);
  return {
    factor: Math.exp(mean),
    classFactor: Math.exp(NORMAL_975 * Math.sqrt(left + own)),
    low: Math.exp(mean - half),
    high: Math.exp(mean + half),
    classes: n,
  };
}

export interface OdeOptions {
  /** Local error per step, relative to the size of each component. Default 1e-9. */
  readonly relativeTolerance?: number;
  /**
   * Size of each component below which it no longer counts, in its own unit: the error may always be
   * `relativeTolerance` of that.
   */
  readonly scale: readonly number[];
}

export interface OdeSolution {
  /** State that was reached. */
  readonly y: number[];
  /** Where it was reached: the end where `status` is 'ok'. */
  readonly t: number;
  /**
   * 'stalled' where no step is short enough, as at an edge beyond which the right-hand side means
   * nothing; 'too-many-steps' after 200 000.
   */
  readonly status: 'ok' | 'stalled' | 'too-many-steps';
}

const MOST_STEPS = 200_000;
/** Of the whole way: shorter steps lead nowhere. */
const SHORTEST = 1e-14;

/**
 * One initial-value problem y' = f(t, y) integrated from t0 to t1 by the embedded pair of Dormand
 * and Prince (J. Comput. Appl. Math. 6, 19 (1980)), order 5 with an error estimate of order 4.
 * @param f right-hand side, returns dy/dt of the length of y; NaN where it means nothing.
 */
export function integrateOde(
  f: (t: number, y: readonly number[]) => number[],
  y0: readonly number[],
  t0: number,
  t1: number,
  { relativeTolerance = 1e-9, scale }: OdeOptions,
): OdeSolution {
  let t = t0;
  let y = [...y0];
  let step = (t1 - t0) / 100;
  if (!(t1 > t0)) return { y, t, status: 'ok' };
  for (let n = 0; n < MOST_STEPS; n++) {
    if (t + step > t1) step = t1 - t;
    const k: number[][] = [f(t, y)];
    for (const { c, a } of STAGES) {
      k.push(
        f(
          t + c * step,
          y.map((value, i) => value + step * a.reduce((sum, aj, j) => sum + aj * k[j]![i]!, 0)),
        ),
      );
    }
    const combine = (weights: readonly number[], i: number): number =>
      weights.reduce((sum, w, j) => sum + w * k[j]![i]!, 0);
    let error = 0;
    const next = y.map((value, i) => {
      const fifth = value + step * combine(FIFTH, i);
      const difference = step * combine(ERROR, i);
      const size = Math.max(scale[i]!, Math.abs(value), Math.abs(fifth));
      error = Math.max(error, Math.abs(difference) / (relativeTolerance * size));
      return fifth;
    });
    if (error <= 1) {
      t += step;
      y = next;
      if (t >= t1) return { y, t, status: 'ok' };
    }
    // An error that is no number says that the step was much too long, and not that it was perfect.
    const wanted = Number.isFinite(error) ? 0.9 * Math.max(error, 1e-10) ** -0.2 : 0;
    step *= Math.min(5, Math.max(0.2, wanted));
    if (step < SHORTEST * (t1 - t0)) return { y, t, status: 'stalled' };
  }
  return { y, t, status: 'too-many-steps' };
}

const STAGES = [
  { c: 1 / 5, a: [1 / 5] },
  { c: 3 / 10, a: [3 / 40, 9 / 40] },
  { c: 4 / 5, a: [44 / 45, -56 / 15, 32 / 9] },
  { c: 8 / 9, a: [19372 / 6561, -25360 / 2187, 64448 / 6561, -212 / 729] },
  { c: 1, a: [9017 / 3168, -355 / 33, 46732 / 5247, 49 / 176, -5103 / 18656] },
  { c: 1, a: [35 / 384, 0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84] },
];
const FIFTH = [35 / 384, 0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84, 0];
const ERROR = [71 / 57600, 0, -71 / 16695, 71 / 1920, -17253 / 339200, 22 / 525, -1 / 40];

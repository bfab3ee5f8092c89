/**
 * Monotone piecewise cubic Hermite interpolation: y as a function of x without overshoot.
 *
 * Interior slopes are the weighted harmonic mean of the adjacent secants (zero where they differ in
 * sign), end slopes the limited three-point formula: Fritsch & Butland, SIAM J. Sci. Stat. Comput.
 * 5, 300 (1984), in the form commonly called PCHIP. Continuous first derivative, error O(h²) near
 * extrema and O(h³) elsewhere.
 */
export class MonotoneCubic {
  private readonly slopes: Float64Array;
  private readonly areas: Float64Array;
  /** Interval that was asked for last: neighbours on a core lie close together on its curve. */
  private last = 0;

  /**
   * @param x strictly increasing abscissae, at least 2.
   * @param y ordinates, same length.
   */
  constructor(
    private readonly x: Float64Array,
    private readonly y: Float64Array,
  ) {
    const n = x.length;
    if (n < 2 || y.length !== n) throw new RangeError('needs two or more points of equal number');
    const h = (i: number): number => x[i + 1]! - x[i]!;
    const secant = (i: number): number => (y[i + 1]! - y[i]!) / h(i);
    const slopes = new Float64Array(n);
    if (n === 2) {
      slopes.fill(secant(0));
    } else {
      for (let i = 1; i < n - 1; i++) {
        const before = secant(i - 1);
        const after = secant(i);
        if (before * after <= 0) continue;
        const w1 = 2 * h(i) + h(i - 1);
        const w2 = h(i) + 2 * h(i - 1);
        slopes[i] = (w1 + w2) / (w1 / before + w2 / after);
      }
      slopes[0] = endSlope(h(0), h(1), secant(0), secant(1));
      slopes[n - 1] = endSlope(h(n - 2), h(n - 3), secant(n - 2), secant(n - 3));
    }
    this.slopes = slopes;
    this.areas = new Float64Array(n);
    for (let i = 0; i < n - 1; i++) {
      const width = h(i);
      this.areas[i + 1] =
        this.areas[i]! +
        (width * (y[i]! + y[i + 1]!)) / 2 +
        (width * width * (slopes[i]! - slopes[i + 1]!)) / 12;
    }
  }

  /** Interval that holds x; the end intervals serve beyond the table. */
  private locate(x: number): number {
    let low = this.last;
    if (this.x[low]! <= x && x < this.x[low + 1]!) return low;
    low = 0;
    let high = this.x.length - 2;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.x[middle]! <= x) low = middle;
      else high = middle - 1;
    }
    this.last = low;
    return low;
  }

  /** y(x). Inside the table only; the caller decides what lies beyond. */
  value(x: number): number {
    const i = this.locate(x);
    const width = this.x[i + 1]! - this.x[i]!;
    const t = (x - this.x[i]!) / width;
    const s = 1 - t;
    return (
      s * s * (1 + 2 * t) * this.y[i]! +
      t * t * (1 + 2 * s) * this.y[i + 1]! +
      width * t * s * (s * this.slopes[i]! - t * this.slopes[i + 1]!)
    );
  }

  /** dy/dx at x. */
  slope(x: number): number {
    const i = this.locate(x);
    const width = this.x[i + 1]! - this.x[i]!;
    const t = (x - this.x[i]!) / width;
    const s = 1 - t;
    return (
      (6 * t * s * (this.y[i + 1]! - this.y[i]!)) / width +
      s * (1 - 3 * t) * this.slopes[i]! +
      t * (3 * t - 2) * this.slopes[i + 1]!
    );
  }

  /** ∫ y dx from the first abscissa to x. */
  area(x: number): number {
    const i = this.locate(x);
    const width = this.x[i + 1]! - this.x[i]!;
    const t = (x - this.x[i]!) / width;
    const t2 = t * t;
    const t3 = t2 * t;
    const t4 = t2 * t2;
    const a = t - t3 + t4 / 2;
    const b = t3 - t4 / 2;
    const c = t2 / 2 - (2 * t3) / 3 + t4 / 4;
    const d = -t3 / 3 + t4 / 4;
    return (
      this.areas[i]! +
      width *
        (a * this.y[i]! +
          b * this.y[i + 1]! +
          width * (c * this.slopes[i]! + d * this.slopes[i + 1]!))
    );
  }
}

function endSlope(h0: number, h1: number, secant0: number, secant1: number): number {
  const slope = ((2 * h0 + h1) * secant0 - h0 * secant1) / (h0 + h1);
  if (Math.sign(slope) !== Math.sign(secant0)) return 0;
  if (Math.sign(secant0) !== Math.sign(secant1) && Math.abs(slope) > 3 * Math.abs(secant0)) {
    return 3 * secant0;
  }
  return slope;
}

/** What drives and brakes something along a track; SI. */
export interface Drive {
  readonly mass: number;
  /** Force with no speed, N: what the current gives at standstill, less what is lost at any speed. */
  readonly push: number;
  /** Force lost for each m/s, N s/m: k²/R, the motion's own voltage. */
  readonly perSpeed: number;
  /** Force lost for each (m/s)², N s²/m²: what every turn that is run over takes. */
  readonly perSpeedSquared: number;
}

/** A run from rest. */
export interface Motion {
  /** Speed that it would reach in the end, m/s, and how fast it comes there, s. */
  readonly limitSpeed: number;
  readonly timeConstant: number;
  /** Speed, m/s, and way, m, after a time, s. */
  speedAt(time: number): number;
  wayAt(time: number): number;
  /** Time for a way ≥ 0, s. */
  timeOf(way: number): number;
}

/**
 * Motion from rest under m dv/dt = P − b v − q v², P > 0, in closed form: v = v₊ (1 − u)/(1 + ρ u)
 * with u = exp(−t √(b² + 4qP)/m), v₊ and −w its two resting speeds and ρ = v₊/w; without the
 * quadratic term this is v₊ (1 − e^(−b t/m)). The way is its integral; the time of a way by bisection.
 * Source: separation of variables, any textbook of differential equations.
 */
export function motionOf({ mass, push, perSpeed: b, perSpeedSquared: q }: Drive): Motion {
  if (b === 0 && q === 0) {
    const a = push / mass;
    return {
      limitSpeed: Infinity,
      timeConstant: Infinity,
      speedAt: (t) => a * t,
      wayAt: (t) => (a * t * t) / 2,
      timeOf: (way) => Math.sqrt((2 * way) / a),
    };
  }
  const root = Math.sqrt(b * b + 4 * q * push);
  // Written so that nothing cancels where q is small.
  const limitSpeed = (2 * push) / (root + b);
  const other = q > 0 ? (root + b) / (2 * q) : Infinity;
  const timeConstant = mass / root;
  const ratio = limitSpeed / other;
  // ∫ v dt = v₊ t + (v₊ + w) τ (ln(1 + ρ u) − ln(1 + ρ)); without w its limit.
  const wayAt = (t: number): number => {
    const gone = Math.expm1(-t / timeConstant);
    if (ratio === 0) return limitSpeed * (t + timeConstant * gone);
    const sum = limitSpeed + other;
    return limitSpeed * t + sum * timeConstant * Math.log1p((ratio * gone) / (1 + ratio));
  };
  return {
    limitSpeed,
    timeConstant,
    speedAt(t) {
      const u = Math.exp(-t / timeConstant);
      return (limitSpeed * -Math.expm1(-t / timeConstant)) / (1 + ratio * u);
    },
    wayAt,
    timeOf(way) {
      if (way === 0) return 0;
      let [low, high] = [0, way / limitSpeed + timeConstant];
      while (wayAt(high) < way) high *= 2;
      for (let i = 0; i < 100 && high - low > 1e-13 * high; i++) {
        const middle = (low + high) / 2;
        if (wayAt(middle) < way) low = middle;
        else high = middle;
      }
      return high;
    },
  };
}

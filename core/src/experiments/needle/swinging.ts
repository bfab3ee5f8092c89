import { integrateOde } from '../../numerics/index.js';
import type { Swing } from './needle.js';

/**
 * Angles from north of a needle let go, rad, at equal times: θ″ + 2 λ θ′ + (λ² + ω²) sin θ = 0, with
 * rate and decay of its small swings. For small angles this is the swing itself; for wide ones it is
 * slower, as a pendulum is.
 * @param from angle at which it is let go, rad. @param step s. @param count how many angles, the first of them `from`; NaN from where they cannot be followed.
 */
export function swingingNeedle(
  { rate, decay }: Swing,
  from: number,
  step: number,
  count: number,
): number[] {
  const pull = decay ** 2 + rate ** 2;
  const angles = [from];
  let y: readonly number[] = [from, 0];
  for (let i = 1; i < count; i++) {
    const { y: next, status } = integrateOde(
      (_t, [angle = 0, speed = 0]) => [speed, -2 * decay * speed - pull * Math.sin(angle)],
      y,
      0,
      step,
      { relativeTolerance: 1e-8, scale: [1, Math.sqrt(pull)] },
    );
    y = status === 'ok' ? next : [NaN, NaN];
    angles.push(y[0]!);
  }
  return angles;
}

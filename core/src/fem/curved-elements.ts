import type { FieldProblem } from './field-problem.js';
import { squareOf, type Sphere } from './shapes.js';

/** A ball and the half-width of the square within which the grid is mapped to it. */
export interface CurvedRegion extends Sphere {
  readonly blendRadius: number;
}

/** How far the grid may be bent round each ball before it meets something else. */
export function curvedRegions({ bodies, windings }: FieldProblem): CurvedRegion[] {
  return bodies.flatMap(({ ball }, own) => {
    if (!ball) return [];
    let blendRadius = 2 * ball.radius;
    const others = [
      ...bodies.flatMap((body, k) =>
        k === own ? [] : [...(body.rectangles ?? []), ...(body.ball ? [squareOf(body.ball)] : [])],
      ),
      ...windings.map(({ rectangle }) => rectangle),
    ];
    for (const { r0, r1, z0, z1 } of others) {
      if (r1 <= 0) continue;
      blendRadius = Math.min(blendRadius, Math.max(r0, z0 - ball.centre, ball.centre - z1));
    }
    return [{ ...ball, blendRadius }];
  });
}

/**
 * Maps a point of the Cartesian grid to the curved mesh: squares become circles inside the ball, and
 * blend back to squares at `blendRadius`.
 */
export function toCurved(
  regions: readonly CurvedRegion[],
  x: number,
  y: number,
): { x: number; y: number } {
  for (const { centre, radius, blendRadius } of regions) {
    const up = y - centre;
    const s = Math.max(x, Math.abs(up));
    if (s >= blendRadius || s === 0) continue;
    const round = s <= radius ? s / radius : (blendRadius - s) / (blendRadius - radius);
    // Even parts of the square's side become even parts of the arc.
    const angle =
      x >= Math.abs(up)
        ? (Math.PI / 4) * (up / x)
        : Math.sign(up) * (Math.PI / 2 - (Math.PI / 4) * (x / Math.abs(up)));
    return {
      // The axis stays the axis to the last digit: fields there are divided by the radius.
      x: x === 0 ? 0 : (1 - round) * x + round * s * Math.cos(angle),
      y: centre + (1 - round) * up + round * s * Math.sin(angle),
    };
  }
  return { x, y };
}

/** The straight grid's point that is bent to a place, to a part in a million of the ball. */
export function fromCurved(
  regions: readonly CurvedRegion[],
  x: number,
  y: number,
): { x: number; y: number; bent: boolean } {
  for (const rounding of regions) {
    const { centre, radius, blendRadius } = rounding;
    if (Math.max(x, Math.abs(y - centre)) >= blendRadius) continue;
    let at = { x, y };
    for (let n = 0; n < 60; n++) {
      const { x: bx, y: by } = toCurved([rounding], at.x, at.y);
      const [dx, dy] = [x - bx, y - by];
      at = { x: Math.max(0, at.x + 0.8 * dx), y: at.y + 0.8 * dy };
      if (Math.hypot(dx, dy) < 1e-6 * radius) break;
    }
    return { ...at, bent: true };
  }
  return { x, y, bent: false };
}

import type { StageSize } from '../../ui/drawing';
import type { Spinner, SpinnerEvaluation } from '@nab/core/experiments';

/** Left free around it: above and at its sides, and below for the letters of the poles. */
const [AROUND, BELOW] = [22, 28];
/** Pieces of a spiral that are drawn straight. */
const PIECES = 60;
/** Turns of the spiral; the core's own. */
const SPIRAL_TURNS = 3;

/** One piece of an arm on the page, and whether it is before the cell or behind it. */
interface Piece {
  readonly path: string;
  readonly behind: boolean;
}

/** Room for the letters at the poles, at both sides. */
const POLES = 10;

/** How wide a drawing of a spinner is at a height. */
export function spinnerWidth(
  { magnets, width }: Spinner,
  { cell }: SpinnerEvaluation,
  height: number,
): number {
  const tall = cell.length + magnets.count * magnets.thickness;
  const scale = Math.max(0, height - AROUND - BELOW) / tall;
  return scale * Math.max(width, magnets.diameter) + 2 * (AROUND + POLES);
}

/**
 * A spinner seen from the side, a little of its depth left out: the cell on its magnets, the arms
 * turned by an angle, those behind the cell apart.
 * @param angle rad, anticlockwise from above.
 * @param size of the drawing.
 */
export function spinnerPicture(
  design: Spinner,
  evaluation: SpinnerEvaluation,
  angle: number,
  size: StageSize,
) {
  const middle = size.width / 2;
  const { cell, arm } = evaluation;
  const { magnets, shape, width, arms } = design;
  const stack = magnets.count * magnets.thickness;
  const scale = Math.min(
    (size.height - AROUND - BELOW) / (cell.length + stack),
    (size.width - 2 * AROUND) / Math.max(width, magnets.diameter),
  );
  const floor = (size.height + AROUND - BELOW + scale * (cell.length + stack)) / 2;
  const y = (z: number): number => floor - scale * (z + stack);
  const box = (z0: number, z1: number, wide: number): string =>
    `M${middle - (scale * wide) / 2} ${y(z0)}h${scale * wide}V${y(z1)}h${-scale * wide}Z`;
  const points = (turn: number) => {
    const corners: { r: number; z: number; turn: number }[] = [];
    arm.forEach((corner, i) => {
      if (shape === 'spiral' && i === arm.length - 2) {
        const before = arm[i - 1]!;
        for (let k = 1; k <= PIECES; k++) {
          const part = k / PIECES;
          corners.push({
            r: corner.r,
            z: before.z + part * (corner.z - before.z),
            turn: turn + 2 * Math.PI * SPIRAL_TURNS * part,
          });
        }
        return;
      }
      const wound = shape === 'spiral' && i === arm.length - 1;
      corners.push({ ...corner, turn: turn + (wound ? 2 * Math.PI * SPIRAL_TURNS : 0) });
    });
    return corners;
  };
  const pieces = Array.from({ length: arms }, (_, k) => {
    const corners = points(angle + (2 * Math.PI * k) / arms);
    return corners.slice(1).map((to, i): Piece => {
      const from = corners[i]!;
      const at = ({ r, z, turn }: typeof to): string =>
        `${middle + scale * r * Math.cos(turn)} ${y(z)}`;
      return {
        path: `M${at(from)}L${at(to)}`,
        behind: Math.sin(from.turn) * from.r + Math.sin(to.turn) * to.r > 0,
      };
    });
  }).flat();
  const join = (behind: boolean): string =>
    pieces
      .filter((piece) => piece.behind === behind)
      .map(({ path }) => path)
      .join('');
  const nub = 0.001;
  const plusUp = design.cellUp === 'plus';
  return {
    behind: join(true),
    before: join(false),
    cell:
      box(0, cell.length - (plusUp ? nub : 0), cell.diameter) +
      (plusUp ? box(cell.length - nub, cell.length, 0.3 * cell.diameter) : ''),
    magnets: Array.from({ length: magnets.count }, (_, i) =>
      box(-(i + 1) * magnets.thickness, -i * magnets.thickness, magnets.diameter),
    ).join(''),
    wire: Math.max(2, scale * design.wire.diameter),
    marks: [
      { x: middle, y: y(cell.length) + 26, text: plusUp ? '+' : '−' },
      { x: middle, y: y(0) - 12, text: plusUp ? '−' : '+' },
    ],
    poles: [
      {
        x: middle + (scale * magnets.diameter) / 2 + 16,
        // Clear of the arm, which touches the magnets half way down.
        y: y(0) - 2,
        text: magnets.up === 'north' ? 'N' : 'S',
      },
      {
        x: middle + (scale * magnets.diameter) / 2 + 16,
        y: y(-stack) + 15,
        text: magnets.up === 'north' ? 'S' : 'N',
      },
    ],
  };
}

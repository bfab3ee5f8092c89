import { mm, type Mark } from '../page/index.js';

/** Corners of each group's marker, as shares of its half width; a circle has none. */
const SHAPES: readonly (readonly (readonly [number, number])[])[] = [
  [],
  [
    [0, -1.1],
    [1, 0.75],
    [-1, 0.75],
  ],
  [
    [-0.85, -0.85],
    [0.85, -0.85],
    [0.85, 0.85],
    [-0.85, 0.85],
  ],
  [
    [0, -1.25],
    [0.9, 0],
    [0, 1.25],
    [-0.9, 0],
  ],
  [
    [-0.35, -1],
    [0.35, -1],
    [0.35, -0.35],
    [1, -0.35],
    [1, 0.35],
    [0.35, 0.35],
    [0.35, 1],
    [-0.35, 1],
    [-0.35, 0.35],
    [-1, 0.35],
    [-1, -0.35],
    [-0.35, -0.35],
  ],
  [
    [-1, -0.75],
    [1, -0.75],
    [0, 1.1],
  ],
];

/** How far from its centre a marker of a circle bends, of the radius. */
const ROUND = 0.5523;

/**
 * A group's marker on paper, told from others by its shape.
 * @param hollow a lower limit or an outlier.
 */
export function marker(group: number, x: number, y: number, hollow: boolean, half = 1.1): Mark {
  const corners = SHAPES[group % SHAPES.length]!;
  const d =
    corners.length === 0
      ? circle(x, y, half)
      : `M${corners.map(([p, q]) => `${mm(x + p * half)} ${mm(y + q * half)}`).join('L')}Z`;
  return { kind: 'path', d, stroke: 'ink', width: 0.25, ...(!hollow && { fill: 'steel' }) };
}

function circle(x: number, y: number, r: number): string {
  const at = (p: number, q: number): string => `${mm(x + p * r)} ${mm(y + q * r)}`;
  const c = ROUND;
  return `M${at(1, 0)}C${at(1, c)} ${at(c, 1)} ${at(0, 1)}C${at(-c, 1)} ${at(-1, c)} ${at(-1, 0)}C${at(-1, -c)} ${at(-c, -1)} ${at(0, -1)}C${at(c, -1)} ${at(1, -c)} ${at(1, 0)}Z`;
}

import type { Grading } from './grading.js';
import type { CurvedRegion } from './curved-elements.js';
import type { Rectangle } from './shapes.js';

/**
 * Grid lines of a box around the geometry and of the shell around the box that reaches to infinity.
 * In the shell a grid coordinate x stands for X = X₁ + s/(1 − s/w), s = x − X₁, w the shell's width.
 * Source: Henrotte, Meys, Hedia, Dular & Legros, IEEE Trans. Magn. 35, 1434 (1999).
 */
export interface Grid {
  readonly r: Float64Array;
  readonly z: Float64Array;
  /** Inner ends of the shell and its width: outward in r, downward and upward in z. */
  readonly shell: {
    readonly r: number;
    readonly zLow: number;
    readonly zHigh: number;
    readonly width: number;
  };
}

export interface GridOptions {
  /** Spacing at corners of steel as a share of the smallest steel dimension. */
  readonly corner: number;
  /** Growth of the spacing from one cell to the next. */
  readonly ratio: number;
  /** Largest cell over the geometry's size. */
  readonly largest: number;
  /** Triangles without a grid, where nothing is round; those of the grid when absent. */
  readonly graded?: Grading;
  /** Equal parts that every cell is cut into, to see how the error falls; 1 when absent. */
  readonly split?: number;
  /** Distance from the geometry to the shell over the geometry's size. */
  readonly margin: number;
}

export const GRID: GridOptions = { corner: 1 / 24, ratio: 1.2, largest: 1 / 20, margin: 0.8 };
const SHELL_CELLS = 6;
/** Least number of cells along a ball's radius. */
const ROUND_CELLS = 10;

/** A part that the grid must resolve: its box, and how thin it is where cells must be fine. */
export interface FinePart {
  readonly box: Rectangle;
  readonly thickness: number;
}

/** What the lines of one direction must do. */
interface Direction {
  readonly fine: readonly {
    readonly from: number;
    readonly to: number;
    readonly thickness: number;
  }[];
  /** Edges that only need a line. */
  readonly coarse: readonly number[];
  readonly round: readonly { readonly from: number; readonly to: number; readonly most: number }[];
  readonly low: number;
  readonly high: number;
}

/**
 * Lines through all edges, close together at edges of steel, growing away from them.
 * @param fine parts whose edges need fine cells; @param coarse rectangles that only need lines.
 */
export function makeGrid(
  fine: readonly FinePart[],
  coarse: readonly Rectangle[],
  options: GridOptions = GRID,
  roundings: readonly CurvedRegion[] = [],
): Grid {
  const all = [...fine.map(({ box }) => box), ...coarse];
  const rMax = Math.max(...all.map(({ r1 }) => r1));
  const zMin = Math.min(...all.map(({ z0 }) => z0));
  const zMax = Math.max(...all.map(({ z1 }) => z1));
  const size = Math.max(zMax - zMin, 2 * rMax);
  const width = options.margin * size;
  const shell = { r: rMax + width, zLow: zMin - width, zHigh: zMax + width, width };
  const cellsRound = ({ radius }: CurvedRegion): number => radius / ROUND_CELLS;
  const r = linesOf(
    {
      fine: fine.map(({ box, thickness }) => ({ from: box.r0, to: box.r1, thickness })),
      coarse: [
        ...coarse.flatMap(({ r0, r1 }) => [r0, r1]),
        ...roundings.map(({ blendRadius }) => blendRadius),
      ],
      round: roundings.map((one) => ({ from: 0, to: one.blendRadius, most: cellsRound(one) })),
      low: 0,
      high: shell.r,
    },
    size,
    options,
  );
  const z = linesOf(
    {
      fine: fine.map(({ box, thickness }) => ({ from: box.z0, to: box.z1, thickness })),
      coarse: [
        ...coarse.flatMap(({ z0, z1 }) => [z0, z1]),
        ...roundings.flatMap(({ centre, blendRadius }) => [
          centre - blendRadius,
          centre + blendRadius,
        ]),
      ],
      round: roundings.map((one) => ({
        from: one.centre - one.blendRadius,
        to: one.centre + one.blendRadius,
        most: cellsRound(one),
      })),
      low: shell.zLow,
      high: shell.zHigh,
    },
    size,
    options,
  );
  const { split = 1 } = options;
  const outward = Array.from({ length: SHELL_CELLS }, (_, i) => (width * (i + 1)) / SHELL_CELLS);
  const cut = (points: readonly number[]): Float64Array =>
    Float64Array.from(
      points.flatMap((x, i) =>
        i === 0
          ? [x]
          : Array.from(
              { length: split },
              (_, k) => points[i - 1]! + ((x - points[i - 1]!) * (k + 1)) / split,
            ),
      ),
    );
  return {
    r: cut([...r, ...outward.map((s) => shell.r + s)]),
    z: cut([
      ...[...outward].reverse().map((s) => shell.zLow - s),
      ...z,
      ...outward.map((s) => shell.zHigh + s),
    ]),
    shell,
  };
}

function linesOf(
  { fine, coarse, round, low, high }: Direction,
  size: number,
  { corner, ratio, largest }: GridOptions,
): number[] {
  const thickness = new Map<number, number>();
  for (const part of fine) {
    for (const edge of [part.from, part.to]) {
      // The axis is no edge.
      if (edge === low) continue;
      thickness.set(edge, Math.min(thickness.get(edge) ?? Infinity, part.thickness));
    }
  }
  const thinnest = Math.min(...fine.map((part) => part.thickness));
  const edges = [...new Set([low, ...thickness.keys(), ...coarse, high])]
    .sort((p, q) => p - q)
    .filter((edge, i, sorted) => i === 0 || edge - sorted[i - 1]! > 1e-12);
  const spacing = edges.map((edge, i) => {
    const left = i > 0 ? edge - edges[i - 1]! : Infinity;
    const right = i < edges.length - 1 ? edges[i + 1]! - edge : Infinity;
    const room = Math.min(left, right) / 2;
    const own = thickness.get(edge);
    if (own !== undefined) return Math.min(room, corner * own);
    return Math.min(room, edge === low || edge === high ? size / 3 : thinnest / 4);
  });
  const [first, last] = [Math.min(...thickness.keys()), Math.max(...thickness.keys())];
  const points = [edges[0]!];
  for (let i = 1; i < edges.length; i++) {
    const [from, to] = [edges[i - 1]!, edges[i]!];
    const meets = (part: { from: number; to: number }): boolean =>
      from < part.to - 1e-12 && to > part.from + 1e-12;
    // Along slender steel cells are no longer than it is thick; in the empty space around they may be.
    const across = Math.min(...fine.filter(meets).map((part) => part.thickness), size);
    const within = Math.max(size / 150, Math.min(size * largest, 1.2 * across));
    const outside = from < first || to > last;
    const most = Math.min(
      outside ? 2 * size * largest : within,
      ...round.filter(meets).map((part) => part.most),
    );
    points.push(...graded(from, to, spacing[i - 1]!, spacing[i]!, ratio, most));
  }
  return points;
}

/** Points from a (left out) to b, spaced ha and hb at the ends and growing inward. */
function graded(
  a: number,
  b: number,
  ha: number,
  hb: number,
  ratio: number,
  most: number,
): number[] {
  const left: number[] = [];
  const right: number[] = [];
  let [stepA, stepB, sum] = [ha, hb, 0];
  while (sum < (b - a) * 0.999) {
    if (stepA <= stepB) {
      left.push(stepA);
      sum += stepA;
      stepA = Math.min(most, stepA * ratio);
    } else {
      right.push(stepB);
      sum += stepB;
      stepB = Math.min(most, stepB * ratio);
    }
  }
  const steps = [...left, ...right.reverse()];
  const scale = (b - a) / sum;
  let x = a;
  return steps.map((step, i) => (x = i === steps.length - 1 ? b : x + step * scale));
}

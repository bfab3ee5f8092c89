import { MU_0, STANDARD_GRAVITY } from '../constants.js';
import {
  solveField,
  squareSlopes,
  type FieldProblem,
  type FieldSolution,
  type GridOptions,
  type Rectangle,
} from '../fem/index.js';
import { WIRE_LIKE_HEAP, type HeapMaterial } from '../lifting/index.js';
import { linearCurve } from '../steel/index.js';

/** A heap as a material in the field. */
export interface FieldHeap {
  /** kg. */
  readonly mass: number;
  /** Cells of the half-plane that it fills. */
  readonly cells: readonly Rectangle[];
  readonly solution: FieldSolution;
  /** How often it was let grow and drop. */
  readonly rounds: number;
  /** Whether it ended because nothing more changed. */
  readonly settled: boolean;
}

/** Fine enough for the tip, even enough for the outline of a heap. */
const HEAP_GRID: GridOptions = { corner: 1 / 6, ratio: 1.35, largest: 1 / 110, margin: 0.5 };
const MOST_ROUNDS = 40;
/** A cell that fell so often is left alone. */
const MOST_FALLS = 2;

/**
 * The heap at the lifting end put back into the field: cells before the winding that touch the core,
 * directly or through one another, filled with permeability 1 + χ as long as the pull on them,
 * (μ0 χ/2) |∇|H|²| with the field strength inside the heap, beats their weight. It grows by a layer
 * of cells at a time and drops what is not held, until neither happens.
 * When the heap is too weak to change the field this is tier 1's heap (`growHeap`).
 * @param windingEnd height beyond which the heap may hang, m.
 * @param onRound called with the mass so far, kg; false ends the growth as it stands.
 */
export function growFieldHeap(
  problem: FieldProblem,
  windingEnd: number,
  material: HeapMaterial = WIRE_LIKE_HEAP,
  onRound?: (round: number, mass: number) => boolean,
): FieldHeap {
  const { susceptibility, density } = material;
  const threshold = (2 * density * STANDARD_GRAVITY) / (MU_0 * susceptibility);
  const curve = linearCurve(1 + susceptibility);
  let solution = solveField(problem, { grid: HEAP_GRID });
  const { grid, body, winding } = solution.mesh;
  const across = grid.r.length - 1;
  const steel = (cell: number): boolean => body[2 * cell]! >= 0;
  const neighbours = (cell: number): number[] => {
    const i = cell % across;
    const near = [cell - across, cell + across];
    if (i > 0) near.push(cell - 1);
    if (i < across - 1) near.push(cell + 1);
    return near.filter((n) => n >= 0 && 2 * n < body.length);
  };
  const free = (cell: number): boolean => {
    const j = Math.floor(cell / across);
    return (
      !steel(cell) &&
      winding[2 * cell]! < 0 &&
      grid.z[j]! >= windingEnd - 1e-9 &&
      grid.z[j + 1]! <= grid.shell.zHigh &&
      grid.r[(cell % across) + 1]! <= grid.shell.r
    );
  };
  /** Those of the cells that hang on the core, directly or through others. */
  const hanging = (cells: ReadonlySet<number>): Set<number> => {
    const found = new Set([...cells].filter((cell) => neighbours(cell).some(steel)));
    for (const cell of found) for (const n of neighbours(cell)) if (cells.has(n)) found.add(n);
    return found;
  };
  const massOf = (cells: ReadonlySet<number>): number =>
    [...cells].reduce((sum, cell) => {
      const [i, j] = [cell % across, Math.floor(cell / across)];
      const ring = Math.PI * (grid.r[i + 1]! ** 2 - grid.r[i]! ** 2);
      return sum + density * ring * (grid.z[j + 1]! - grid.z[j]!);
    }, 0);

  // Begin where even a field that the heap weakens to its own inside would hold.
  const bare = squareSlopes(solution);
  let heap = hanging(
    new Set(
      [...bare.keys()].filter(
        (cell) => free(cell) && bare[cell]! >= threshold * (1 + susceptibility),
      ),
    ),
  );
  const falls = new Map<number, number>();
  let rounds = 0;
  let settled = heap.size === 0;
  while (!settled && rounds < MOST_ROUNDS) {
    rounds++;
    const filled = heap;
    solution = solveField(
      { ...problem, bodies: [...problem.bodies, { curve, cells: (cell) => filled.has(cell) }] },
      { grid, start: solution },
    );
    const slopes = squareSlopes(solution);
    const held = hanging(new Set([...heap].filter((cell) => slopes[cell]! >= threshold)));
    for (const cell of heap) if (!held.has(cell)) falls.set(cell, (falls.get(cell) ?? 0) + 1);
    const layer = [...held]
      .flatMap(neighbours)
      .filter((n) => !held.has(n) && free(n) && (falls.get(n) ?? 0) < MOST_FALLS);
    settled = layer.length === 0 && held.size === heap.size;
    heap = new Set([...held, ...layer]);
    if (onRound?.(rounds, massOf(held)) === false) {
      heap = held;
      break;
    }
  }
  return {
    mass: massOf(heap),
    cells: [...heap].map((cell) => {
      const [i, j] = [cell % across, Math.floor(cell / across)];
      return { r0: grid.r[i]!, r1: grid.r[i + 1]!, z0: grid.z[j]!, z1: grid.z[j + 1]! };
    }),
    solution,
    rounds,
    settled,
  };
}

import { planFronts, type FrontTree } from '../numerics/index.js';

/**
 * What of the equations depends only on how many lines the grid has: the numbers of the unknowns, the
 * pattern of the matrix, the plan of its factorisation. Designs on grids of one size share it.
 */
export interface Topology {
  /** Nodes of second order across and up; corners lie on even ones. */
  readonly columns: number;
  readonly rows: number;
  readonly unknowns: number;
  /** Number of each node among the unknowns, in elimination order; −1 at infinity. */
  readonly numberOf: Int32Array;
  readonly pointer: Int32Array;
  readonly row: Int32Array;
  readonly tree: FrontTree;
  /**
   * 81 places a cell: where the matrix keeps the entry of two of the cell's nine nodes (3 a row);
   * −1 where one of them is at infinity.
   */
  readonly place: Int32Array;
}

const KEPT = 6;
const kept: Topology[] = [];

/** The topology of a grid of so many nodes; the last few are kept. */
export function topologyOf(columns: number, rows: number): Topology {
  const at = kept.findIndex((one) => one.columns === columns && one.rows === rows);
  const found = at >= 0 ? kept.splice(at, 1)[0]! : makeTopology(columns, rows);
  kept.unshift(found);
  kept.length = Math.min(kept.length, KEPT);
  return found;
}

function makeTopology(columns: number, rows: number): Topology {
  const numberOf = new Int32Array(columns * rows).fill(-1);
  const starts: number[] = [];
  let unknowns = 0;
  // Infinity is the outer column, the lowest and the highest row.
  for (const block of dissect(columns - 1, rows - 2)) {
    starts.push(unknowns);
    for (const node of block) numberOf[node.y * columns + node.x] = unknowns++;
  }
  // A corner meets the nodes of four cells, the middle of a side those of two, of a cell its own.
  const reach = (k: number): number => (k % 2 === 0 ? 2 : 1);
  const pointer = new Int32Array(unknowns + 1);
  const each = (use: (column: number, row: number) => void): void => {
    for (let y = 0; y < rows; y++) {
      for (let x = 0; x < columns; x++) {
        const column = numberOf[y * columns + x]!;
        if (column < 0) continue;
        const [x0, x1] = [Math.max(0, x - reach(x)), Math.min(columns - 1, x + reach(x))];
        const [y0, y1] = [Math.max(0, y - reach(y)), Math.min(rows - 1, y + reach(y))];
        for (let v = y0; v <= y1; v++) {
          for (let u = x0; u <= x1; u++) {
            const row = numberOf[v * columns + u]!;
            if (row >= column) use(column, row);
          }
        }
      }
    }
  };
  each((column) => pointer[column + 1]!++);
  for (let k = 0; k < unknowns; k++) pointer[k + 1]! += pointer[k]!;
  const row = new Int32Array(pointer[unknowns]!);
  const next = pointer.slice();
  each((column, r) => (row[next[column]!++] = r));

  const across = (columns - 1) / 2;
  const up = (rows - 1) / 2;
  const place = new Int32Array(across * up * 81).fill(-1);
  for (let cell = 0; cell < across * up; cell++) {
    const [x0, y0] = [2 * (cell % across), 2 * Math.floor(cell / across)];
    const numbers = Array.from(
      { length: 9 },
      (_, k) => numberOf[(y0 + Math.floor(k / 3)) * columns + x0 + (k % 3)]!,
    );
    for (let a = 0; a < 9; a++) {
      for (let b = 0; b <= a; b++) {
        const column = Math.min(numbers[a]!, numbers[b]!);
        if (column < 0) continue;
        const found = row.indexOf(Math.max(numbers[a]!, numbers[b]!), pointer[column]);
        place[cell * 81 + 9 * a + b] = place[cell * 81 + 9 * b + a] = found;
      }
    }
  }
  const tree = planFronts({ size: unknowns, pointer, row }, starts);
  return { columns, rows, unknowns, numberOf, pointer, row, tree, place };
}

/** Rectangles no wider than this are eliminated as one block. */
const SMALL = 5;

interface Node {
  readonly x: number;
  readonly y: number;
}

/**
 * Blocks of nodes in a fill-reducing order by nested dissection: each rectangle is cut along a line
 * of corners across its longer side, which no cell crosses; the line comes last, its two sides
 * before it, and so on. Nodes 0 … across − 1 by 1 … up.
 * Source: George, SIAM J. Numer. Anal. 10, 345 (1973).
 */
function dissect(across: number, up: number): Node[][] {
  const blocks: Node[][] = [];
  const rectangle = (x0: number, x1: number, y0: number, y1: number): Node[] => {
    const nodes: Node[] = [];
    for (let y = y0; y <= y1; y++) for (let x = x0; x <= x1; x++) nodes.push({ x, y });
    return nodes;
  };
  const cut = (x0: number, x1: number, y0: number, y1: number): void => {
    if (x1 < x0 || y1 < y0) return;
    const wide = x1 - x0 >= y1 - y0;
    const [from, to] = wide ? [x0, x1] : [y0, y1];
    const line = 2 * Math.round((from + to) / 4);
    if (to - from < SMALL || line <= from || line >= to) {
      blocks.push(rectangle(x0, x1, y0, y1));
    } else if (wide) {
      cut(x0, line - 1, y0, y1);
      cut(line + 1, x1, y0, y1);
      blocks.push(rectangle(line, line, y0, y1));
    } else {
      cut(x0, x1, y0, line - 1);
      cut(x0, x1, line + 1, y1);
      blocks.push(rectangle(x0, x1, line, line));
    }
  };
  cut(0, across - 1, 1, up);
  return blocks;
}

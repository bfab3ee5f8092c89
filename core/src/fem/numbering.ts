import { buildAssemblyTree, type AssemblyTree } from '../numerics/index.js';
import type { Mesh } from './mesh.js';

/**
 * What of the equations depends only on how the triangles hang together: the numbers of the unknowns,
 * the pattern of the matrix, the plan of its factorisation.
 */
export interface Numbering {
  readonly unknowns: number;
  /** Number of each node among the unknowns, in elimination order; −1 where it is none. */
  readonly dofIndex: Int32Array;
  readonly pointer: Int32Array;
  readonly row: Int32Array;
  readonly tree: AssemblyTree;
  /** Where the matrix keeps each of a triangle's 21 entries; −1 where there is none. */
  readonly entry: Int32Array;
}

/** Place of two of a triangle's nodes among its 21 entries: upper triangle, row by row. */
const PAIR = ((): Int32Array => {
  const pair = new Int32Array(36);
  for (let k = 0, e = 0; k < 6; k++) {
    for (let l = k; l < 6; l++, e++) pair[6 * k + l] = pair[6 * l + k] = e;
  }
  return pair;
})();

export function numberUnknowns(mesh: Mesh): Numbering {
  const { triangles, body } = mesh;
  const { dofIndex, starts, unknowns } = dissect(mesh);
  const nodes = dofIndex.length;
  // Triangles at each node.
  const first = new Int32Array(nodes + 1);
  for (const node of triangles) first[node + 1]!++;
  for (let n = 0; n < nodes; n++) first[n + 1]! += first[n]!;
  const at = new Int32Array(triangles.length);
  const next = first.slice(0, nodes);
  triangles.forEach((node, k) => (at[next[node]!++] = k));
  const nodeOf = new Int32Array(unknowns);
  dofIndex.forEach((number, node) => {
    if (number >= 0) nodeOf[number] = node;
  });
  const pointer = new Int32Array(unknowns + 1);
  // A row of a column at most once for each triangle's node.
  let room = 0;
  for (let n = 0; n < nodes; n++) room += 6 * (first[n + 1]! - first[n]!);
  const row = new Int32Array(room);
  const entry = new Int32Array(body.length * 21).fill(-1);
  const place = new Int32Array(unknowns).fill(-1);
  let count = 0;
  for (let column = 0; column < unknowns; column++) {
    const node = nodeOf[column]!;
    const begin = count;
    for (let p = first[node]!; p < first[node + 1]!; p++) {
      const t = Math.floor(at[p]! / 6);
      const k = at[p]! % 6;
      for (let l = 0; l < 6; l++) {
        const other = dofIndex[triangles[t * 6 + l]!]!;
        if (other < column) continue;
        if (place[other]! < begin) {
          place[other] = count;
          row[count++] = other;
        }
        entry[t * 21 + PAIR[6 * k + l]!] = place[other]!;
      }
    }
    pointer[column + 1] = count;
  }
  const rows = row.slice(0, count);
  const tree = buildAssemblyTree({ size: unknowns, pointer, row: rows }, starts);
  return { unknowns, dofIndex, pointer, row: rows, tree, entry };
}

type Halves = [Int32Array, Int32Array];

/** So few triangles are eliminated as one block. */
const SMALL = 10;
/** Above so many both ways to cut are tried. */
const LARGE = 120;

/**
 * Numbers of the nodes in a fill-reducing order by nested dissection: triangles are halved by the
 * median of their middles, across or up, whichever leaves fewer nodes on both sides of the cut; these
 * come last, the two halves before them, and so on.
 * Source: George, SIAM J. Numer. Anal. 10, 345 (1973); cuts by coordinates as in Gilbert, Miller &
 * Teng, SIAM J. Sci. Comput. 19, 2091 (1998), without their randomness.
 */
function dissect(mesh: Mesh): { dofIndex: Int32Array; starts: number[]; unknowns: number } {
  const { triangles, body, fixed, x, y } = mesh;
  const nodes = x.length;
  const dofIndex = new Int32Array(nodes).fill(-1);
  /** 0: free; 1: in a separator, numbered, or no unknown. */
  const taken = Uint8Array.from(fixed);
  const stamp = new Int32Array(nodes).fill(-1);
  const across = new Float64Array(body.length);
  const up = new Float64Array(body.length);
  for (let t = 0; t < body.length; t++) {
    for (let k = 0; k < 3; k++) {
      across[t]! += x[triangles[t * 6 + k]!]!;
      up[t]! += y[triangles[t * 6 + k]!]!;
    }
  }
  const starts: number[] = [];
  let unknowns = 0;
  let stamps = 0;
  const emit = (block: readonly number[]): void => {
    if (block.length === 0) return;
    starts.push(unknowns);
    for (const node of block) dofIndex[node] = unknowns++;
  };
  const nodesBetween = (left: Int32Array, right: Int32Array): number[] => {
    const mark = stamps++;
    const between: number[] = [];
    for (const t of left) for (let k = 0; k < 6; k++) stamp[triangles[t * 6 + k]!] = mark;
    for (const t of right) {
      for (let k = 0; k < 6; k++) {
        const node = triangles[t * 6 + k]!;
        if (stamp[node] === mark && !taken[node]) {
          between.push(node);
          stamp[node] = -1;
        }
      }
    }
    return between;
  };
  const second = new Uint8Array(body.length);
  /** The two halves of an order, and of the other order of the same triangles. */
  const halve = (order: Int32Array, other: Int32Array): [Halves, Halves] => {
    const half = order.length >> 1;
    order.forEach((t, k) => (second[t] = k < half ? 0 : 1));
    const others: Halves = [new Int32Array(half), new Int32Array(order.length - half)];
    const next = [0, 0];
    for (const t of other) others[second[t]!]![next[second[t]!]!++] = t;
    return [[order.subarray(0, half), order.subarray(half)], others];
  };
  const extent = (order: Int32Array, by: Float64Array): number =>
    by[order[order.length - 1]!]! - by[order[0]!]!;
  /** Numbers the nodes of triangles that are given in their order across and in their order up. */
  const cut = (set: Int32Array, upward: Int32Array): void => {
    if (set.length <= SMALL) {
      const block: number[] = [];
      for (const t of set) {
        for (let k = 0; k < 6; k++) {
          const node = triangles[t * 6 + k]!;
          if (taken[node]) continue;
          taken[node] = 1;
          block.push(node);
        }
      }
      emit(block);
      return;
    }
    const wide = extent(set, across) > extent(upward, up);
    const ways = set.length > LARGE ? [true, false] : [wide];
    const [best] = ways
      .map((radially) => {
        const [own, others] = radially ? halve(set, upward) : halve(upward, set);
        return { halves: radially ? [own, others] : [others, own], between: nodesBetween(...own) };
      })
      .sort((p, q) => p.between.length - q.between.length);
    const [byAcross, byUp] = best!.halves;
    for (const node of best!.between) taken[node] = 1;
    cut(byAcross![0], byUp![0]);
    cut(byAcross![1], byUp![1]);
    emit(best!.between);
  };
  const sorted = (by: Float64Array): Int32Array =>
    Int32Array.from({ length: body.length }, (_, t) => t).sort((p, q) => by[p]! - by[q]!);
  cut(sorted(across), sorted(up));
  return { dofIndex, starts, unknowns };
}

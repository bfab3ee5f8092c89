import { denseRoom } from './dense-ldl.js';

/**
 * A symmetric sparse matrix in compressed columns, lower triangle and diagonal: column j holds rows
 * i ≥ j from `pointer[j]` to `pointer[j + 1]`, in any order.
 */
export interface SymmetricSparse {
  readonly size: number;
  readonly pointer: Int32Array;
  readonly row: Int32Array;
  readonly value: Float64Array;
}

/** A block of neighbouring columns that is eliminated as one dense matrix. */
interface Front {
  readonly start: number;
  readonly count: number;
  /** Rows below the block that it touches, ascending. */
  readonly below: Int32Array;
  /** Fronts whose remainder is added to this one. */
  readonly children: readonly number[];
  /** Where the rows below lie in the front that takes its remainder. */
  readonly into: Int32Array;
  /** Where its columns of L begin; each is count + below.length long. */
  readonly offset: number;
  /** Where what it leaves to its parent waits: its lower triangle below the block, by columns. */
  readonly left: number;
}

/** What of a factorisation depends on the pattern alone; serves every matrix of that pattern. */
export interface AssemblyTree {
  readonly size: number;
  readonly fronts: readonly Front[];
  /** Numbers that L takes. */
  readonly entries: number;
  /** Most numbers that wait at once for parents to take them. */
  readonly leavings: number;
  /** Rows and columns of the largest front. */
  readonly widest: number;
}

/** Factors L D Lᵀ of a symmetric matrix: L unit lower triangular, D diagonal. */
export interface LdlFactors {
  readonly tree: AssemblyTree;
  readonly lower: Float64Array;
  readonly diagonal: Float64Array;
}

/**
 * Plans a multifrontal factorisation.
 * @param starts first column of every block, ascending from 0; a block's columns follow its
 * children's, as nested dissection leaves them.
 * Source: Duff & Reid, ACM TOMS 9, 302 (1983); Liu, SIAM Review 34, 82 (1992).
 */
export function buildAssemblyTree(
  { size, pointer, row }: Omit<SymmetricSparse, 'value'>,
  starts: readonly number[],
): AssemblyTree {
  const frontOf = new Int32Array(size);
  starts.forEach((start, f) => frontOf.fill(f, start, starts[f + 1] ?? size));
  const children: number[][] = starts.map(() => []);
  const mark = new Int32Array(size).fill(-1);
  const place = new Int32Array(size);
  const fronts: Front[] = [];
  let entries = 0;
  const waiting = new WaitingRoom();
  let widest = 0;
  for (let f = 0; f < starts.length; f++) {
    const start = starts[f]!;
    const end = starts[f + 1] ?? size;
    const below: number[] = [];
    const note = (r: number): void => {
      if (r >= end && mark[r] !== f) {
        mark[r] = f;
        below.push(r);
      }
    };
    for (let p = pointer[start]!; p < pointer[end]!; p++) note(row[p]!);
    for (const child of children[f]!) fronts[child]!.below.forEach(note);
    below.sort((p, q) => p - q);
    // The children's are in the front by then.
    for (const child of children[f]!) waiting.free(fronts[child]!.left);
    fronts.push({
      start,
      count: end - start,
      below: Int32Array.from(below),
      children: children[f]!,
      into: new Int32Array(below.length),
      offset: entries,
      left: waiting.take((below.length * (below.length + 1)) / 2),
    });
    for (let k = start; k < end; k++) place[k] = k - start;
    below.forEach((r, k) => (place[r] = end - start + k));
    for (const child of children[f]!) {
      const { below: rows, into } = fronts[child]!;
      for (let k = 0; k < rows.length; k++) into[k] = place[rows[k]!]!;
    }
    const width = end - start + below.length;
    entries += (end - start) * width;
    widest = Math.max(widest, width);
    if (below.length > 0) children[frontOf[below[0]!]!]!.push(f);
  }
  return { size, fronts, entries, leavings: waiting.most, widest };
}

/** Gives out room for what waits, always the first that is free, so that little is ever in use. */
class WaitingRoom {
  most = 0;
  /** What is in use, ascending. */
  private readonly used: { readonly start: number; readonly end: number }[] = [];

  take(length: number): number {
    let start = 0;
    let at = 0;
    while (at < this.used.length && this.used[at]!.start < start + length) {
      start = this.used[at++]!.end;
    }
    if (length > 0) this.used.splice(at, 0, { start, end: start + length });
    this.most = Math.max(this.most, start + length);
    return start;
  }

  free(start: number): void {
    const at = this.used.findIndex((one) => one.start === start);
    if (at >= 0) this.used.splice(at, 1);
  }
}

/**
 * Factorises a matrix of the planned pattern, front by front.
 * @param room factors of the same plan whose memory may be used again.
 * @returns null when a pivot vanishes.
 */
export function factoriseLdl(
  matrix: SymmetricSparse,
  tree: AssemblyTree,
  room?: LdlFactors,
): LdlFactors | null {
  const lower = room?.lower ?? new Float64Array(tree.entries);
  const diagonal = room?.diagonal ?? new Float64Array(tree.size);
  const place = new Int32Array(tree.size);
  const { dense, pivots, into, extend, eliminate, leave } = denseRoom(tree.widest, tree.leavings);
  for (let f = 0; f < tree.fronts.length; f++) {
    const { start, count, below, children, offset, left } = tree.fronts[f]!;
    const width = count + below.length;
    dense.fill(0, 0, width * width);
    for (let k = 0; k < count; k++) place[start + k] = k;
    for (let k = 0; k < below.length; k++) place[below[k]!] = count + k;
    for (let c = 0; c < count; c++) {
      const end = matrix.pointer[start + c + 1]!;
      for (let p = matrix.pointer[start + c]!; p < end; p++) {
        dense[c * width + place[matrix.row[p]!]!]! += matrix.value[p]!;
      }
    }
    for (const child of children) {
      into.set(tree.fronts[child]!.into);
      extend(width, tree.fronts[child]!.left, tree.fronts[child]!.into.length);
    }
    if (!eliminate(width, count)) return null;
    diagonal.set(pivots.subarray(0, count), start);
    lower.set(dense.subarray(0, count * width), offset);
    leave(width, count, left);
  }
  return { tree, lower, diagonal };
}

/** Solves L D Lᵀ x = b in place. */
export function solveLdl({ tree, lower, diagonal }: LdlFactors, b: Float64Array): void {
  const { fronts } = tree;
  /** The right side of one front, its columns first. */
  const own = new Float64Array(tree.widest);
  for (const { start, count, below, offset } of fronts) {
    const width = count + below.length;
    for (let c = 0; c < count; c++) own[c] = b[start + c]!;
    own.fill(0, count, width);
    for (let c = 0; c < count; c++) {
      const factor = own[c]!;
      const o = offset + c * width;
      for (let r = c + 1; r < width; r++) own[r]! -= lower[o + r]! * factor;
    }
    for (let c = 0; c < count; c++) b[start + c] = own[c]! / diagonal[start + c]!;
    for (let r = count; r < width; r++) b[below[r - count]!]! += own[r]!;
  }
  for (let f = fronts.length - 1; f >= 0; f--) {
    const { start, count, below, offset } = fronts[f]!;
    const width = count + below.length;
    for (let r = count; r < width; r++) own[r] = b[below[r - count]!]!;
    for (let c = count - 1; c >= 0; c--) {
      const o = offset + c * width;
      let sum = b[start + c]!;
      for (let r = c + 1; r < width; r++) sum -= lower[o + r]! * own[r]!;
      own[c] = sum;
      b[start + c] = sum;
    }
  }
}

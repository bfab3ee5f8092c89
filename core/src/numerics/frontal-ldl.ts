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
  /** Where its columns of L begin; each is count + below.length long. */
  readonly offset: number;
}

/** What of a factorisation depends on the pattern alone; serves every matrix of that pattern. */
export interface FrontTree {
  readonly size: number;
  readonly fronts: readonly Front[];
  /** Numbers that L takes. */
  readonly entries: number;
  /** Rows and columns of the largest front. */
  readonly widest: number;
}

/** Factors L D Lᵀ of a symmetric matrix: L unit lower triangular, D diagonal. */
export interface LdlFactors {
  readonly tree: FrontTree;
  readonly lower: Float64Array;
  readonly diagonal: Float64Array;
}

/**
 * Plans a multifrontal factorisation.
 * @param starts first column of every block, ascending from 0; a block's columns follow its
 * children's, as nested dissection leaves them.
 * Source: Duff & Reid, ACM TOMS 9, 302 (1983); Liu, SIAM Review 34, 82 (1992).
 */
export function planFronts(
  { size, pointer, row }: Omit<SymmetricSparse, 'value'>,
  starts: readonly number[],
): FrontTree {
  const frontOf = new Int32Array(size);
  starts.forEach((start, f) => frontOf.fill(f, start, starts[f + 1] ?? size));
  const children: number[][] = starts.map(() => []);
  const mark = new Int32Array(size).fill(-1);
  const fronts: Front[] = [];
  let entries = 0;
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
    fronts.push({
      start,
      count: end - start,
      below: Int32Array.from(below),
      children: children[f]!,
      offset: entries,
    });
    const width = end - start + below.length;
    entries += (end - start) * width;
    widest = Math.max(widest, width);
    if (below.length > 0) children[frontOf[below[0]!]!]!.push(f);
  }
  return { size, fronts, entries, widest };
}

/**
 * Factorises a matrix of the planned pattern, front by front.
 * @param room factors of the same plan whose memory may be used again.
 * @returns null when a pivot vanishes.
 */
export function factoriseLdl(
  matrix: SymmetricSparse,
  tree: FrontTree,
  room?: LdlFactors,
): LdlFactors | null {
  const lower = room?.lower ?? new Float64Array(tree.entries);
  const diagonal = room?.diagonal ?? new Float64Array(tree.size);
  const place = new Int32Array(tree.size);
  const dense = new Float64Array(tree.widest * tree.widest);
  /** What a front leaves to its parent: its lower triangle below the block, by columns. */
  const left: (Float64Array | null)[] = tree.fronts.map(() => null);
  for (let f = 0; f < tree.fronts.length; f++) {
    const { start, count, below, children, offset } = tree.fronts[f]!;
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
      const from = tree.fronts[child]!.below;
      const values = left[child]!;
      const n = from.length;
      for (let c = 0, v = 0; c < n; c++) {
        const column = place[from[c]!]! * width;
        for (let r = c; r < n; r++) dense[column + place[from[r]!]!]! += values[v++]!;
      }
      left[child] = null;
    }
    if (!eliminate(dense, width, count, diagonal, start)) return null;
    lower.set(dense.subarray(0, count * width), offset);
    const rest = below.length;
    const remainder = new Float64Array((rest * (rest + 1)) / 2);
    for (let c = count, v = 0; c < width; c++) {
      remainder.set(dense.subarray(c * width + c, (c + 1) * width), v);
      v += width - c;
    }
    left[f] = remainder;
  }
  return { tree, lower, diagonal };
}

/** Eliminates the first columns of a dense lower triangle, four at a time to spare memory. */
function eliminate(
  a: Float64Array,
  width: number,
  count: number,
  diagonal: Float64Array,
  start: number,
): boolean {
  for (let k = 0; k < count; k += 4) {
    const end = Math.min(k + 4, count);
    for (let c = k; c < end; c++) {
      const own = c * width;
      for (let j = k; j < c; j++) {
        const factor = a[j * width + c]! * diagonal[start + j]!;
        for (let r = c, o = j * width; r < width; r++) a[own + r]! -= factor * a[o + r]!;
      }
      const pivot = a[own + c]!;
      if (pivot === 0 || !Number.isFinite(pivot)) return false;
      diagonal[start + c] = pivot;
      for (let r = c + 1; r < width; r++) a[own + r]! /= pivot;
      a[own + c] = 1;
    }
    if (end - k === 4) {
      const [o0, o1, o2, o3] = [k * width, (k + 1) * width, (k + 2) * width, (k + 3) * width];
      const [d0, d1] = [diagonal[start + k]!, diagonal[start + k + 1]!];
      const [d2, d3] = [diagonal[start + k + 2]!, diagonal[start + k + 3]!];
      for (let c = end; c < width; c += 2) {
        // Two columns at a time, so that what is read of the four serves twice.
        const own = c * width;
        const next = c + 1 < width ? own + width : own;
        const f0 = d0 * a[o0 + c]!;
        const f1 = d1 * a[o1 + c]!;
        const f2 = d2 * a[o2 + c]!;
        const f3 = d3 * a[o3 + c]!;
        a[own + c]! -= f0 * a[o0 + c]! + f1 * a[o1 + c]! + f2 * a[o2 + c]! + f3 * a[o3 + c]!;
        if (next === own) break;
        const g0 = d0 * a[o0 + c + 1]!;
        const g1 = d1 * a[o1 + c + 1]!;
        const g2 = d2 * a[o2 + c + 1]!;
        const g3 = d3 * a[o3 + c + 1]!;
        for (let r = c + 1; r < width; r++) {
          const l0 = a[o0 + r]!;
          const l1 = a[o1 + r]!;
          const l2 = a[o2 + r]!;
          const l3 = a[o3 + r]!;
          a[own + r]! -= f0 * l0 + f1 * l1 + f2 * l2 + f3 * l3;
          a[next + r]! -= g0 * l0 + g1 * l1 + g2 * l2 + g3 * l3;
        }
      }
    } else {
      for (let j = k; j < end; j++) {
        const o = j * width;
        for (let c = end; c < width; c++) {
          const own = c * width;
          const factor = diagonal[start + j]! * a[o + c]!;
          for (let r = c; r < width; r++) a[own + r]! -= factor * a[o + r]!;
        }
      }
    }
  }
  return true;
}

/** Solves L D Lᵀ x = b in place. */
export function solveLdl({ tree, lower, diagonal }: LdlFactors, b: Float64Array): void {
  const { fronts } = tree;
  for (const { start, count, below, offset } of fronts) {
    const width = count + below.length;
    for (let c = 0; c < count; c++) {
      const bc = b[start + c]!;
      const o = offset + c * width;
      for (let r = c + 1; r < count; r++) b[start + r]! -= lower[o + r]! * bc;
      for (let r = count; r < width; r++) b[below[r - count]!]! -= lower[o + r]! * bc;
    }
  }
  for (let j = 0; j < tree.size; j++) b[j]! /= diagonal[j]!;
  for (let f = fronts.length - 1; f >= 0; f--) {
    const { start, count, below, offset } = fronts[f]!;
    const width = count + below.length;
    for (let c = count - 1; c >= 0; c--) {
      const o = offset + c * width;
      let sum = b[start + c]!;
      for (let r = c + 1; r < count; r++) sum -= lower[o + r]! * b[start + r]!;
      for (let r = count; r < width; r++) sum -= lower[o + r]! * b[below[r - count]!]!;
      b[start + c] = sum;
    }
  }
}

import { DENSE_LDL_BINARY } from './dense-ldl-binary.js';
import { loadKernel, reserve, type KernelMemory } from './kernel.js';

/** Where dense fronts are eliminated, one after another. */
export interface DenseRoom {
  /** A front of `width` columns, each `width` long: its lower triangle. */
  readonly dense: Float64Array;
  /** The pivots of the columns that were eliminated. */
  readonly pivots: Float64Array;
  /** Where the rows of what a child left lie in the front, ascending. */
  readonly into: Int32Array;
  /** What fronts leave to their parents: lower triangles by columns. */
  readonly leavings: Float64Array;
  /** Adds what a child left from `left` on, of `count` rows, to the front. */
  extend(width: number, left: number, count: number): void;
  /** Keeps what the front leaves of its columns from `count` on, from `left` on. */
  leave(width: number, count: number, left: number): void;
  /**
   * Eliminates the first `count` columns in place: unit lower triangle below their pivots, and what is
   * left of the others. False when a pivot vanishes.
   */
  eliminate(width: number, count: number): boolean;
}

/** Two numbers at once: a third of the time. */
interface Kernel {
  extend(dense: number, width: number, left: number, into: number, count: number): void;
  leave(dense: number, width: number, count: number, left: number): void;
  eliminate(dense: number, width: number, count: number, pivots: number): number;
}

let kernel: ReturnType<typeof loadKernel<Kernel>> | undefined;

/** Room for fronts so wide and so many numbers left; what an earlier room held is lost. */
export function denseRoom(widest: number, leavings: number): DenseRoom {
  if (kernel === undefined) kernel = loadKernel<Kernel>(DENSE_LDL_BINARY);
  return kernel ? kernelRoom(kernel, widest, leavings) : plainRoom(widest, leavings);
}

function kernelRoom(
  { memory, eliminate, extend, leave }: Kernel & { readonly memory: KernelMemory },
  widest: number,
  leavings: number,
): DenseRoom {
  const dense = 8 * widest;
  const left = dense + 8 * widest * widest;
  const into = left + 8 * leavings;
  reserve(memory, into + 4 * widest);
  return {
    pivots: new Float64Array(memory.buffer, 0, widest),
    dense: new Float64Array(memory.buffer, dense, widest * widest),
    leavings: new Float64Array(memory.buffer, left, leavings),
    into: new Int32Array(memory.buffer, into, widest),
    extend: (width, from, count) => extend(dense, width, left + 8 * from, into, count),
    leave: (width, count, to) => leave(dense, width, count, left + 8 * to),
    eliminate: (width, count) => eliminate(dense, width, count, 0) !== 0,
  };
}

/** The same without the kernel, in plain JavaScript. */
export function plainRoom(widest: number, leavings: number): DenseRoom {
  const dense = new Float64Array(widest * widest);
  const pivots = new Float64Array(widest);
  const into = new Int32Array(widest);
  const left = new Float64Array(leavings);
  return {
    dense,
    pivots,
    into,
    leavings: left,
    extend: (width, from, count) => {
      for (let c = 0, v = from; c < count; c++) {
        const column = into[c]! * width;
        for (let r = c; r < count; r++, v++) dense[column + into[r]!]! += left[v]!;
      }
    },
    leave: (width, count, to) => {
      for (let c = count, v = to; c < width; c++) {
        for (let k = c * width + c, end = (c + 1) * width; k < end; k++, v++) left[v] = dense[k]!;
      }
    },
    eliminate: (width, count) => eliminateHere(dense, pivots, width, count),
  };
}

/** The same without WebAssembly: four columns at a time to spare memory. */
function eliminateHere(
  a: Float64Array,
  diagonal: Float64Array,
  width: number,
  count: number,
): boolean {
  for (let k = 0; k < count; k += 4) {
    const end = Math.min(k + 4, count);
    for (let c = k; c < end; c++) {
      const own = c * width;
      for (let j = k; j < c; j++) {
        const factor = a[j * width + c]! * diagonal[j]!;
        for (let r = c, o = j * width; r < width; r++) a[own + r]! -= factor * a[o + r]!;
      }
      const pivot = a[own + c]!;
      if (pivot === 0 || !Number.isFinite(pivot)) return false;
      diagonal[c] = pivot;
      for (let r = c + 1; r < width; r++) a[own + r]! /= pivot;
      a[own + c] = 1;
    }
    if (end - k === 4) {
      const [o0, o1, o2, o3] = [k * width, (k + 1) * width, (k + 2) * width, (k + 3) * width];
      const [d0, d1] = [diagonal[k]!, diagonal[k + 1]!];
      const [d2, d3] = [diagonal[k + 2]!, diagonal[k + 3]!];
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
          const factor = diagonal[j]! * a[o + c]!;
          for (let r = c; r < width; r++) a[own + r]! -= factor * a[o + r]!;
        }
      }
    }
  }
  return true;
}

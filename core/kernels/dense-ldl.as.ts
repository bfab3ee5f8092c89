// AssemblyScript; compiled by `npm run kernels` into core/src/numerics/dense-ldl-binary.ts.

/**
 * Eliminates the first columns of a dense lower triangle stored by columns, in place, four at a time,
 * and updates what is right of them two columns and two rows at once.
 * @param a address of width × width numbers. @param diagonal address of `count` numbers, written.
 * @returns false when a pivot vanishes.
 */
export function eliminate(a: usize, width: i32, count: i32, diagonal: usize): bool {
  const column = (<usize>width) << 3;
  for (let k = 0; k < count; k += 4) {
    const end = min(k + 4, count);
    for (let c = k; c < end; c++) {
      const own = a + <usize>c * column;
      for (let j = k; j < c; j++) subtract(own, a + <usize>j * column, at(diagonal, j), c, width);
      const pivot = at(own, c);
      if (pivot == 0 || !isFinite(pivot)) return false;
      store<f64>(diagonal + ((<usize>c) << 3), pivot);
      const inverse = 1 / pivot;
      for (let r = c + 1; r < width; r++) {
        store<f64>(own + ((<usize>r) << 3), at(own, r) * inverse);
      }
      store<f64>(own + ((<usize>c) << 3), 1);
    }
    let c = end;
    if (end - k == 4) {
      const p0 = a + <usize>k * column;
      const p1 = p0 + column;
      const p2 = p1 + column;
      const p3 = p2 + column;
      const d0 = at(diagonal, k);
      const d1 = at(diagonal, k + 1);
      const d2 = at(diagonal, k + 2);
      const d3 = at(diagonal, k + 3);
      for (; c + 1 < width; c += 2) {
        const own = a + <usize>c * column;
        const next = own + column;
        const f0 = f64x2.splat(d0 * at(p0, c));
        const f1 = f64x2.splat(d1 * at(p1, c));
        const f2 = f64x2.splat(d2 * at(p2, c));
        const f3 = f64x2.splat(d3 * at(p3, c));
        const g0 = f64x2.splat(d0 * at(p0, c + 1));
        const g1 = f64x2.splat(d1 * at(p1, c + 1));
        const g2 = f64x2.splat(d2 * at(p2, c + 1));
        const g3 = f64x2.splat(d3 * at(p3, c + 1));
        let r = c;
        for (; r + 1 < width; r += 2) {
          const o = (<usize>r) << 3;
          const l0 = v128.load(p0 + o);
          const l1 = v128.load(p1 + o);
          const l2 = v128.load(p2 + o);
          const l3 = v128.load(p3 + o);
          const byOwn = f64x2.add(
            f64x2.add(f64x2.mul(f0, l0), f64x2.mul(f1, l1)),
            f64x2.add(f64x2.mul(f2, l2), f64x2.mul(f3, l3)),
          );
          const byNext = f64x2.add(
            f64x2.add(f64x2.mul(g0, l0), f64x2.mul(g1, l1)),
            f64x2.add(f64x2.mul(g2, l2), f64x2.mul(g3, l3)),
          );
          v128.store(own + o, f64x2.sub(v128.load(own + o), byOwn));
          // What this puts above the diagonal nobody reads.
          v128.store(next + o, f64x2.sub(v128.load(next + o), byNext));
        }
        for (; r < width; r++) {
          for (let j = k; j < end; j++) {
            const from = a + <usize>j * column;
            const step = at(diagonal, j) * at(from, r);
            const o = (<usize>r) << 3;
            store<f64>(own + o, load<f64>(own + o) - step * at(from, c));
            store<f64>(next + o, load<f64>(next + o) - step * at(from, c + 1));
          }
        }
      }
    }
    for (; c < width; c++) {
      for (let j = k; j < end; j++) {
        subtract(a + <usize>c * column, a + <usize>j * column, at(diagonal, j), c, width);
      }
    }
  }
  return true;
}

/**
 * Adds what a child left, a lower triangle by columns, to a front.
 * @param into address of `count` integers: where its rows lie in the front, ascending.
 */
export function extend(a: usize, width: i32, left: usize, into: usize, count: i32): void {
  for (let c = 0; c < count; c++) {
    const column = a + ((<usize>(load<i32>(into + ((<usize>c) << 2)) * width)) << 3);
    for (let r = c; r < count; r++, left += 8) {
      const at = column + ((<usize>load<i32>(into + ((<usize>r) << 2))) << 3);
      store<f64>(at, load<f64>(at) + load<f64>(left));
    }
  }
}

/** Keeps what a front leaves of its columns from `count` on: their lower triangle, column by column. */
export function leave(a: usize, width: i32, count: i32, left: usize): void {
  for (let c = count; c < width; c++) {
    const length = (<usize>(width - c)) << 3;
    memory.copy(left, a + ((<usize>(c * width + c)) << 3), length);
    left += length;
  }
}

// @ts-ignore: a decorator of AssemblyScript
@inline
function at(column: usize, row: i32): f64 {
  return load<f64>(column + ((<usize>row) << 3));
}

/** Takes from a column what an eliminated one puts on it, from its diagonal down. */
// @ts-ignore: a decorator of AssemblyScript
@inline
function subtract(own: usize, from: usize, pivot: f64, c: i32, width: i32): void {
  const factor = pivot * at(from, c);
  for (let r = c; r < width; r++) {
    const o = (<usize>r) << 3;
    store<f64>(own + o, load<f64>(own + o) - factor * load<f64>(from + o));
  }
}

import { describe, expect, it } from 'vitest';
import { denseRoom, plainRoom } from './dense-ldl.js';
import { factoriseLdl, buildAssemblyTree, seededRandom, solveInPlace, solveLdl } from './index.js';

/** A random symmetric matrix, diagonally dominant, as dense and as compressed lower columns. */
function randomMatrix(size: number, filling: number) {
  const random = seededRandom(5);
  const dense = new Float64Array(size * size);
  for (let c = 0; c < size; c++) {
    for (let r = 0; r < c; r++) {
      if (random() < filling) dense[r * size + c] = dense[c * size + r] = random() - 0.5;
    }
    dense[c * size + c] = 3 + random();
  }
  const pointer = new Int32Array(size + 1);
  const row: number[] = [];
  const value: number[] = [];
  for (let c = 0; c < size; c++) {
    for (let r = c; r < size; r++) {
      if (dense[r * size + c] === 0) continue;
      row.push(r);
      value.push(dense[r * size + c]!);
    }
    pointer[c + 1] = row.length;
  }
  const sparse = { size, pointer, row: Int32Array.from(row), value: Float64Array.from(value) };
  return { dense, sparse };
}

/** Blocks of one to five columns each; any partition serves, good or bad. */
function blocks(size: number): number[] {
  const starts = [];
  for (let start = 0, n = 1; start < size; start += n, n = (n % 5) + 1) starts.push(start);
  return starts;
}

describe('dense fronts', () => {
  // Both ways must fall on the same numbers, whatever is left over of fours and twos.
  it('are eliminated alike with and without the kernel', () => {
    for (const [width, count] of [
      [1, 1],
      [5, 2],
      [9, 4],
      [23, 11],
      [40, 16],
      [41, 41],
    ] as const) {
      const [fast, plain] = [denseRoom(width, 0), plainRoom(width, 0)];
      const { dense } = randomMatrix(width, 0.9);
      for (const room of [fast, plain]) {
        room.dense.set(dense);
        expect(room.eliminate(width, count)).toBe(true);
      }
      for (let c = 0; c < width; c++) {
        for (let r = c; r < width; r++) {
          expect(fast.dense[c * width + r]).toBeCloseTo(plain.dense[c * width + r]!, 12);
        }
      }
      expect([...fast.pivots.subarray(0, count)]).toEqual(
        [...plain.pivots.subarray(0, count)].map((pivot) => expect.closeTo(pivot, 12)),
      );
    }
  });

  it('leave the same to their parents with and without the kernel', () => {
    for (const room of [denseRoom(7, 30), plainRoom(7, 30)]) {
      const { dense, into, leavings } = room;
      dense.set(dense.map((_, k) => k));
      // Columns 4, 5 and 6 from their diagonals down, after two numbers of another.
      room.leave(7, 4, 2);
      expect([...leavings.subarray(2, 8)]).toEqual([32, 33, 34, 40, 41, 48]);
      dense.fill(1);
      into.set([0, 2, 5]);
      room.extend(7, 2, 3);
      const added = [...dense].flatMap((value, k) => (value === 1 ? [] : [[k, value]]));
      expect(added).toEqual([
        ...[0, 2, 5].map((row, k) => [row, 33 + k]),
        ...[2, 5].map((row, k) => [7 * 2 + row, 41 + k]),
        [7 * 5 + 5, 49],
      ]);
    }
  });

  it('use the kernel where there is WebAssembly', () => {
    expect(denseRoom(4, 0).dense.buffer).toBe(denseRoom(4, 0).dense.buffer);
    expect(plainRoom(4, 0).dense.buffer).not.toBe(plainRoom(4, 0).dense.buffer);
  });
});

describe('the sparse factorisation', () => {
  it('solves what the dense one solves', () => {
    const { dense, sparse } = randomMatrix(60, 0.08);
    const right = Float64Array.from({ length: 60 }, (_, i) => Math.sin(i));
    const expected = right.slice();
    solveInPlace(dense, expected);
    for (const starts of [blocks(60), [0], Array.from({ length: 60 }, (_, k) => k)]) {
      const x = right.slice();
      solveLdl(factoriseLdl(sparse, buildAssemblyTree(sparse, starts))!, x);
      x.forEach((value, i) => expect(value).toBeCloseTo(expected[i]!, 10));
    }
  });

  it('serves another matrix of the same pattern, in the same memory', () => {
    const { sparse } = randomMatrix(30, 0.1);
    const plan = buildAssemblyTree(sparse, blocks(30));
    const doubled = { ...sparse, value: sparse.value.map((v) => 2 * v) };
    const [one, two] = [new Float64Array(30).fill(1), new Float64Array(30).fill(2)];
    const factors = factoriseLdl(sparse, plan)!;
    solveLdl(factors, one);
    solveLdl(factoriseLdl(doubled, plan, factors)!, two);
    two.forEach((value, i) => expect(value).toBeCloseTo(one[i]!, 12));
  });

  it('gives up on a singular matrix', () => {
    const { sparse } = randomMatrix(5, 0);
    sparse.value[2] = 0;
    expect(factoriseLdl(sparse, buildAssemblyTree(sparse, blocks(5)))).toBeNull();
  });
});

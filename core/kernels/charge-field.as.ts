// AssemblyScript; compiled by `npm run kernels` into core/src/physics/lifting/charge-field-binary.ts. It is
// addRings and addEdges of core/src/physics/lifting/charge-field.ts, two rings or edges at once; what the
// formulas mean stands there.

const TWO_PI_SQUARED = 2 * Math.PI * Math.PI;
const CLOSE: f64 = 3e-3;
const CLOSE_PI: f64 = 1e-4;
/** Where radii and the sums begin. */
const SUMS: usize = 0;
const LISTS: usize = 64;

/**
 * Sums H_r, H_z, ∂H_z/∂r and ∂H_z/∂z at a point to the four numbers at 0. From 64 on lie radii, heights
 * and charges of the rings and then radii, heights and jumps of the edges, each list of an even length.
 */
export function field(rings: i32, edges: i32, r: f64, z: f64): void {
  let sumR = f64x2.splat(0);
  let sumZ = f64x2.splat(0);
  let sumRZ = f64x2.splat(0);
  let sumZZ = f64x2.splat(0);
  const half = f64x2.splat(0.5);
  const one = f64x2.splat(1);
  const two = f64x2.splat(2);
  const vr = f64x2.splat(r);
  const rr = f64x2.splat(r * r);
  const overR = f64x2.splat(1 / r);
  const vz = f64x2.splat(z);
  const scale = f64x2.splat(1 / TWO_PI_SQUARED);
  let list = LISTS;
  for (let kind = 0; kind < 2; kind++) {
    const size = (<usize>(kind == 0 ? rings : edges)) << 3;
    for (let o: usize = 0; o < size; o += 16) {
      const a = v128.load(list + o);
      const d = f64x2.sub(vz, v128.load(list + size + o));
      const c = f64x2.mul(v128.load(list + 2 * size + o), scale);
      const sum = f64x2.add(vr, a);
      const difference = f64x2.sub(vr, a);
      const dd = f64x2.mul(d, d);
      const q2 = f64x2.add(f64x2.mul(sum, sum), dd);
      const d2 = f64x2.add(f64x2.mul(difference, difference), dd);
      const overQ2 = f64x2.div(one, q2);
      const m1 = f64x2.mul(d2, overQ2);
      const kc = f64x2.sqrt(m1);
      const root = f64x2.sqrt(q2);

      // K and E by the arithmetic–geometric mean.
      let mean = one;
      let other = kc;
      let shares = f64x2.mul(f64x2.sub(one, m1), half);
      let weight: f64 = 0.5;
      for (let i = 0; i < 40; i++) {
        const apart = f64x2.mul(f64x2.sub(mean, other), half);
        weight *= 2;
        shares = f64x2.add(shares, f64x2.mul(f64x2.splat(weight), f64x2.mul(apart, apart)));
        const next = f64x2.mul(f64x2.add(mean, other), half);
        other = f64x2.sqrt(f64x2.mul(mean, other));
        mean = next;
        if (i64x2.all_true(f64x2.lt(apart, f64x2.mul(f64x2.splat(CLOSE), mean)))) break;
      }
      const K = f64x2.div(f64x2.splat(Math.PI), f64x2.add(mean, other));
      const E = f64x2.mul(K, f64x2.sub(one, shares));

      const inverse = f64x2.div(one, f64x2.mul(root, d2));
      const overRoot = f64x2.mul(inverse, d2);
      const overD2 = f64x2.mul(inverse, root);
      const g = f64x2.mul(E, inverse);
      const dg = f64x2.mul(d, g);
      // (K − E (a² − r² + d²)/D)/(2 r √Q)
      const radial = f64x2.mul(
        f64x2.mul(f64x2.mul(half, overR), overRoot),
        f64x2.sub(
          K,
          f64x2.mul(f64x2.mul(E, overD2), f64x2.add(f64x2.sub(f64x2.mul(a, a), rr), dd)),
        ),
      );
      if (kind == 0) {
        const drop = f64x2.mul(f64x2.mul(f64x2.sub(E, K), half), inverse);
        const gz = f64x2.neg(
          f64x2.add(
            f64x2.mul(f64x2.mul(two, f64x2.mul(drop, d)), overQ2),
            f64x2.add(f64x2.mul(dg, overQ2), f64x2.mul(f64x2.mul(two, dg), overD2)),
          ),
        );
        const gr = f64x2.sub(
          f64x2.sub(
            f64x2.mul(drop, f64x2.sub(overR, f64x2.mul(f64x2.mul(two, sum), overQ2))),
            f64x2.mul(f64x2.mul(g, sum), overQ2),
          ),
          f64x2.mul(f64x2.mul(two, f64x2.mul(g, difference)), overD2),
        );
        sumZ = f64x2.add(sumZ, f64x2.mul(c, dg));
        sumR = f64x2.add(sumR, f64x2.mul(c, radial));
        sumZZ = f64x2.add(sumZZ, f64x2.mul(c, f64x2.add(g, f64x2.mul(d, gz))));
        sumRZ = f64x2.add(sumRZ, f64x2.mul(c, f64x2.mul(d, gr)));
      } else {
        // Bulirsch's integral with c = 1, s = γ and p = γ²; on the cylinder's own radius just outside.
        const far = f64x2.gt(f64x2.abs(difference), f64x2.mul(f64x2.splat(1e-10), sum));
        const gamma = v128.bitselect(f64x2.div(difference, sum), f64x2.splat(1e-10), far);
        let pp = f64x2.abs(gamma);
        let overP = f64x2.div(one, pp);
        let ss = f64x2.mul(gamma, overP);
        let cc = f64x2.add(one, f64x2.mul(ss, overP));
        let step = f64x2.mul(kc, overP);
        ss = f64x2.mul(two, f64x2.add(ss, step));
        pp = f64x2.add(pp, step);
        let last = one;
        let em = f64x2.add(one, kc);
        let k = kc;
        let kk = kc;
        while (
          v128.any_true(
            f64x2.gt(f64x2.abs(f64x2.sub(last, k)), f64x2.mul(last, f64x2.splat(CLOSE_PI))),
          )
        ) {
          k = f64x2.mul(two, f64x2.sqrt(kk));
          kk = f64x2.mul(k, em);
          const f = cc;
          overP = f64x2.div(one, pp);
          cc = f64x2.add(cc, f64x2.mul(ss, overP));
          step = f64x2.mul(kk, overP);
          ss = f64x2.mul(two, f64x2.add(ss, f64x2.mul(f, step)));
          pp = f64x2.add(pp, step);
          last = em;
          em = f64x2.add(em, k);
        }
        const pi = f64x2.div(
          f64x2.mul(f64x2.splat(Math.PI / 2), f64x2.add(ss, f64x2.mul(cc, em))),
          f64x2.mul(em, f64x2.add(em, pp)),
        );
        sumZ = f64x2.add(sumZ, f64x2.mul(c, f64x2.mul(K, overRoot)));
        sumR = f64x2.sub(
          sumR,
          f64x2.div(f64x2.mul(c, f64x2.mul(f64x2.mul(d, pi), overRoot)), sum),
        );
        sumZZ = f64x2.sub(sumZZ, f64x2.mul(c, dg));
        sumRZ = f64x2.sub(sumRZ, f64x2.mul(c, radial));
      }
    }
    list += 3 * size;
  }
  store<f64>(SUMS, both(sumR));
  store<f64>(SUMS, both(sumZ), 8);
  store<f64>(SUMS, both(sumRZ), 16);
  store<f64>(SUMS, both(sumZZ), 24);
}

// @ts-ignore: a decorator of AssemblyScript
@inline
function both(pair: v128): f64 {
  return f64x2.extract_lane(pair, 0) + f64x2.extract_lane(pair, 1);
}

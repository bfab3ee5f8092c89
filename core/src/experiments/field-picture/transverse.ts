import { gaussLegendre } from '../../numerics/index.js';

/** A magnetic point charge, A·m, off the plane through both axes by ± y. Metres, x from its leg's axis. */
interface PointPair {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly charge: number;
}

/** A piece of a round leg and the field across it on its axis, A/m, without the leg's own. */
export interface TransversePiece {
  readonly from: number;
  readonly to: number;
  readonly radius: number;
  readonly across: number;
}

const ANGLES = [Math.PI / 8, (3 * Math.PI) / 8];
const RADII = gaussLegendre(3);
/** Pieces are no longer than so many radii. */
const PIECE = 0.35;

/**
 * What a field across a very permeable leg draws to its sides: 2 H A of moment per length, the moment
 * of a round cylinder, and on the lifting face the half of a disc's in its plane, 8/3 a³ H, which the
 * cylinder leaves of the field at its end.
 * Source: Stratton, Electromagnetic Theory (1941), §4.17, §3.27, cylinder and disc in a parallel field;
 * that half of the disc's serves at the end of a cylinder is an estimate, held against finite elements.
 * @returns the field of these charges in the plane: at x from the leg's axis and z, added to `out`, A/m.
 */
export function transverseField(
  pieces: readonly TransversePiece[],
): (x: number, z: number, out: [number, number]) => void {
  const points: PointPair[] = [];
  const put = (radius: number, z: number, moment: number): void => {
    // Charges ∝ cos φ at the middles of equal angles: Σ q x = moment over both signs of y and of x.
    const sum = ANGLES.reduce((total, angle) => total + Math.cos(angle) ** 2, 0);
    for (const angle of ANGLES) {
      const charge = (moment * Math.cos(angle)) / (4 * radius * sum);
      const y = radius * Math.sin(angle);
      points.push({ x: radius * Math.cos(angle), y, z, charge });
    }
  };
  for (const { from, to, radius, across } of pieces) {
    const count = Math.max(1, Math.ceil((to - from) / (PIECE * radius)));
    const moment = (2 * across * Math.PI * radius * radius * (to - from)) / count;
    for (let i = 0; i < count; i++) put(radius, from + ((i + 0.5) * (to - from)) / count, moment);
  }
  const { to: face, radius, across } = pieces[pieces.length - 1]!;
  const disc = (8 / 3) * radius ** 3 * across;
  RADII.nodes.forEach((node, k) => {
    // The moment of the ring at ϱ = a sin θ goes with sin³ θ; its integral is 2/3.
    const sine = Math.sin((node * Math.PI) / 2);
    put(radius * sine, face, (disc * RADII.weights[k]! * sine ** 3 * Math.PI) / 2 / (2 / 3));
  });
  const [ax, ay, az, aq] = (['x', 'y', 'z', 'charge'] as const).map((key) =>
    Float64Array.from(points, (point) => point[key]),
  ) as [Float64Array, Float64Array, Float64Array, Float64Array];
  return (x, z, out) => {
    let [sumX, sumZ] = [0, 0];
    for (let i = 0; i < aq.length; i++) {
      const dz = z - az[i]!;
      const beside = ay[i]! * ay[i]! + dz * dz;
      const near = x - ax[i]!;
      const far = x + ax[i]!;
      const near2 = near * near + beside;
      const far2 = far * far + beside;
      // A power of 3/2 takes ten times as long.
      const byNear = aq[i]! / (near2 * Math.sqrt(near2));
      const byFar = aq[i]! / (far2 * Math.sqrt(far2));
      sumX += near * byNear - far * byFar;
      sumZ += dz * (byNear - byFar);
    }
    // Two points of either sign, at ± y.
    out[0] += sumX / (2 * Math.PI);
    out[1] += sumZ / (2 * Math.PI);
  };
}

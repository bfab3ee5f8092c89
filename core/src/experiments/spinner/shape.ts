/** How classes bend the wire. */
export const SPINNER_SHAPES = {
  frame: 'A frame: out, down, and in to the magnet',
  diamond: 'A diamond: out to half height, and in again',
  spiral: 'A spiral that winds down round the cell',
} as const;
export type SpinnerShape = keyof typeof SPINNER_SHAPES;

/** Turns that a spiral makes round the cell on its way down. */
const SPIRAL_TURNS = 3;

/** A corner of one arm: distance from the axis and height, m. */
export interface Corner {
  readonly r: number;
  readonly z: number;
}

/**
 * One arm from the nub to where it touches. Straight between its corners, but for a spiral, which
 * winds round the axis between its second and its last but one.
 * @param width across the whole wire, m. @param from,to nub and touching point.
 */
export function armOf(shape: SpinnerShape, width: number, from: Corner, to: Corner): Corner[] {
  const out = width / 2;
  switch (shape) {
    case 'frame':
      return [from, { r: out, z: from.z }, { r: out, z: to.z }, to];
    case 'diamond':
      return [from, { r: out, z: (from.z + to.z) / 2 }, to];
    case 'spiral':
      return [from, { r: out, z: from.z }, { r: out, z: to.z }, to];
  }
}

/** What an arm is to whatever turns it. */
export interface ArmSums {
  /** m */
  readonly length: number;
  /** ∫ r² dl, m³: its moment of inertia for a mass of one a metre. */
  readonly secondMoment: number;
  /** ∫ r³ dl, m⁴: what the air holds it back by. */
  readonly thirdMoment: number;
}

/** The integrals along the arm, exact between corners: r is linear along each piece. */
export function armSums(shape: SpinnerShape, corners: readonly Corner[]): ArmSums {
  let [length, second, third] = [0, 0, 0];
  for (let i = 1; i < corners.length; i++) {
    const [p, q] = [corners[i - 1]!, corners[i]!];
    const winds = shape === 'spiral' && i > 1 && i < corners.length - 1;
    const around = winds ? 2 * Math.PI * q.r * SPIRAL_TURNS : 0;
    const piece = Math.hypot(q.r - p.r, q.z - p.z, around);
    length += piece;
    second += (piece * (p.r * p.r + p.r * q.r + q.r * q.r)) / 3;
    third += (piece * (p.r + q.r) * (p.r * p.r + q.r * q.r)) / 4;
  }
  return { length, secondMoment: second, thirdMoment: third };
}

import type { SteelCurve } from '../physics/index.js';
import { CoreError } from '../errors.js';
import { squareOf, type Sphere, type Place, type Rectangle } from './shapes.js';

/** A body of one curve: rectangles of the half-plane, a ball, or what a closed line encloses. */
export interface SteelBody {
  readonly rectangles?: readonly Rectangle[];
  readonly ball?: Sphere;
  /** A closed line round what it fills where nothing else is; it needs graded triangles. */
  readonly outline?: readonly Place[];
  readonly curve: SteelCurve;
}

/** A winding of even current density. */
export interface Winding {
  readonly rectangle: Rectangle;
  readonly ampereTurns: number;
}

/** An axisymmetric magnetostatic problem in open space. SI. */
export interface FieldProblem {
  readonly bodies: readonly SteelBody[];
  readonly windings: readonly Winding[];
  /** Even axial flux density far away, T; 0 when absent. */
  readonly background?: number;
}

const PERMITTED_AMPERE_TURNS = 1e6;
const THINNEST = 2e-6;
const EMBEDDED = 0.15;

/**
 * Refuses what has no field worth the name, in a sentence.
 * @throws CoreError FIELD_EMPTY, FIELD_GEOMETRY, FIELD_OVERLAP, FIELD_CURRENT.
 */
export function checkFieldProblem({ bodies, windings, background = 0 }: FieldProblem): void {
  const boxes = [
    ...bodies.flatMap(({ rectangles = [], ball }, body) =>
      [...rectangles, ...(ball ? [squareOf(ball)] : [])].map((box) => ({ box, body })),
    ),
    ...windings.map(({ rectangle }) => ({ box: rectangle, body: -1 })),
  ];
  if (boxes.length === 0) throw new CoreError('FIELD_EMPTY', 'There is no steel and no winding.');
  for (const { box } of boxes) {
    const { r0, r1, z0, z1 } = box;
    if (![r0, r1, z0, z1].every(Number.isFinite) || r0 < 0) {
      throw new CoreError('FIELD_GEOMETRY', 'A radius or height is missing or below zero.');
    }
    if (r1 - r0 < THINNEST || z1 - z0 < THINNEST) {
      throw new CoreError(
        'FIELD_GEOMETRY',
        'A part is thinner than two thousandths of a millimetre.',
      );
    }
  }
  boxes.forEach((p, i) =>
    boxes.slice(i + 1).forEach((q) => {
      const wide = Math.min(p.box.r1, q.box.r1) - Math.max(p.box.r0, q.box.r0);
      const high = Math.min(p.box.z1, q.box.z1) - Math.max(p.box.z0, q.box.z0);
      const steelAndCopper = p.body < 0 !== q.body < 0;
      const area = ({ r0, r1, z0, z1 }: Rectangle): number => (r1 - r0) * (z1 - z0);
      // Wire that lies in a thread is drawn as a block that dips into it.
      const allowed = steelAndCopper ? EMBEDDED * Math.min(area(p.box), area(q.box)) : 1e-12;
      if (wide > 0 && high > 0 && wide * high > allowed) {
        throw new CoreError('FIELD_OVERLAP', 'Two parts of the magnet lie in one another.');
      }
      if (p.body >= 0 && q.body >= 0 && p.body !== q.body && Math.max(-wide, -high) < THINNEST) {
        throw new CoreError(
          'FIELD_GEOMETRY',
          'The gap between two pieces of steel is zero. Real faces leave 0.02 mm and more.',
        );
      }
    }),
  );
  for (const { ampereTurns } of windings) {
    if (!(Math.abs(ampereTurns) <= PERMITTED_AMPERE_TURNS)) {
      throw new CoreError(
        'FIELD_CURRENT',
        'More than a million ampere-turns are no classroom magnet.',
      );
    }
  }
  if (windings.every(({ ampereTurns }) => ampereTurns === 0) && background === 0) {
    throw new CoreError('FIELD_EMPTY', 'No current flows, so there is no field to draw.');
  }
}

import { pullOnKeeper, type Keeper, type KeeperPull, type PullingCore } from '../keeper/index.js';
import type { SteelCurve } from '../steel/index.js';
import {
  chargePatches,
  coilFieldOnCore,
  fieldOfPatches,
  influenceOfCharges,
  mirrorPatch,
  segmentCore,
  type CoreSection,
  type CurrentSheet,
  type FaceCharge,
  type Segmentation,
} from '../straight-core/index.js';

/** What joins the rear ends of the two cores: nothing, a bar of the same section, or one bent piece. */
export type Yoke = 'none' | 'bar' | 'bent';

export const YOKES: Readonly<Record<Yoke, string>> = {
  none: 'Nothing',
  bar: 'A steel bar across the upper ends',
  bent: 'One piece bent to a U',
};

/** Two equal cores side by side. Metres. */
export interface PolePair {
  /** Distance between the axes. */
  readonly spacing: number;
  readonly yoke: Yoke;
  /** Whether the second winding magnetises the other way, as it should, or alike, which is wrong. */
  readonly opposed: boolean;
}

/** Gap at each joint of a bar screwed or clamped on, m. Common practice, no source. */
const JOINT_GAP_M = 1e-4;

/** Half of a pole pair: middle of the yoke → rear end → tip. */
export interface PreparedPair extends PullingCore {
  readonly pair: PolePair;
}

/** A point of the plane through both axes; the computed leg lies at x = −spacing/2. */
interface Place {
  readonly x: number;
  readonly z: number;
}

/** A straight piece of the path: its segments, and how path coordinates lie in the plane. */
interface Piece {
  readonly first: number;
  readonly last: number;
  /** Unit vector along the path. */
  readonly direction: Place;
  /** Where the path coordinate `from` lies. */
  readonly origin: Place;
  readonly from: number;
  /** Path coordinate of the middle plane, for the piece that ends on it. */
  readonly middle?: number;
}

/**
 * Prepares half of a pole pair; the other half is its mirror image across the middle plane, its
 * charges opposite when the poles are opposed and alike when they are not.
 *
 * Along one straight piece the segments act on one another as in a straight core, and so do those of
 * the yoke's continuation beyond the middle plane. Between other pieces the charges act as points, by
 * the component along the piece. The yoke continues the path, so that only the difference of the
 * fluxes leaves at the corner; a joint's gap g costs the magnetomotive force M g beside it.
 * Source: segmented rod of `straight-core`; point charges.
 * Accuracy: not held against an independent engine; see `docs/accuracy.md`.
 * @param leg sections of one core, lifting face last; with a yoke the shank alone.
 */
export function preparePair(
  leg: readonly CoreSection[],
  pair: PolePair,
  faceCharge: FaceCharge = 'edge',
): PreparedPair {
  const { spacing, yoke, opposed } = pair;
  const half = spacing / 2;
  const rear = Math.min(...leg.map((s) => s.from));
  const path = segmentCore([
    ...(yoke === 'none'
      ? []
      : [{ innerRadius: 0, outerRadius: leg[0]!.outerRadius, from: rear - half, to: rear }]),
    ...leg,
  ]);
  const n = path.count;
  const root = path.boundaries.findIndex((b) => Math.abs(b - rear) < 1e-9);
  const pieces: Piece[] = [
    {
      first: 0,
      last: root - 1,
      direction: { x: -1, z: 0 },
      origin: { x: 0, z: rear },
      from: rear - half,
      middle: rear - half,
    },
    { first: root, last: n - 1, direction: { x: 0, z: 1 }, origin: { x: -half, z: 0 }, from: 0 },
  ].filter(({ first, last }) => last >= first);
  const { segments, boundaries } = placesOf(path, pieces);
  const sign = opposed ? -1 : 1;
  const patches = chargePatches(path, faceCharge);

  /** Charges at boundaries moved somewhere, with the other half's; exact where the move keeps the axis. */
  const fieldOfMoved = (
    moved: (place: Place) => Place,
    exactOn: (piece: Piece) => Float64Array | null,
  ): Float64Array => {
    const field = new Float64Array(n * (n + 1));
    for (const piece of pieces) {
      const exact = exactOn(piece);
      const continued =
        piece.middle === undefined || !exact
          ? null
          : fieldOfPatches(
              path,
              patches.map((patch) => mirrorPatch(patch, piece.middle!)),
            );
      for (let i = piece.first; i <= piece.last; i++) {
        for (let b = 0; b <= n; b++) {
          const k = i * (n + 1) + b;
          const onPiece = b >= piece.first && b <= piece.last + 1;
          const from = moved(boundaries[b]!);
          const own =
            onPiece && exact ? exact[k]! : pointField(segments[i]!, from, piece.direction);
          const other =
            onPiece && continued
              ? continued[k]!
              : pointField(segments[i]!, { x: -from.x, z: from.z }, piece.direction);
          field[k] = own + sign * other;
        }
      }
    }
    return field;
  };
  const inPlace = fieldOfPatches(path, patches);
  const perCharge = fieldOfMoved(
    (place) => place,
    () => inPlace,
  );
  if (yoke === 'bar') openJoint(path, root, perCharge);
  return {
    pair,
    prepared: { core: path, patches, influence: influenceOfCharges(path, perCharge), faceCharge },
    patches,
    root,
    perCharge,
    imageAcross: (plane) => {
      const mirrored = fieldOfPatches(
        path,
        patches.map((patch) => mirrorPatch(patch, plane)),
      );
      return fieldOfMoved(
        ({ x, z }) => ({ x, z: 2 * plane - z }),
        ({ first }) => (first === root ? mirrored : null),
      );
    },
    fieldOf: (others) => {
      const exact = fieldOfPatches(path, others);
      for (const { first, last, direction } of pieces) {
        for (let i = first; i <= last; i++) {
          others.forEach(({ from, to }, k) => {
            const z = (from + to) / 2;
            const own = pointField(segments[i]!, { x: -half, z }, direction);
            const other = pointField(segments[i]!, { x: half, z }, direction);
            const at = i * others.length + k;
            exact[at] = (first === root ? exact[at]! : own) + sign * other;
          });
        }
      }
      return exact;
    },
    applied: (sheets) => appliedBy(sheets, path, pieces, segments, sign, half),
  };
}

/**
 * A joint's gap before the leg: the segment beside it loses M g of magnetomotive force. Written on
 * the charges: M_j A_j is the charge sum of the boundaries up to j, so it goes on all of them.
 */
function openJoint(path: Segmentation, root: number, perCharge: Float64Array): void {
  const { boundaries, area, count } = path;
  const drop = JOINT_GAP_M / ((boundaries[root + 1]! - boundaries[root]!) * area[root]!);
  for (let b = root + 1; b <= count; b++) perCharge[root * (count + 1) + b]! -= drop;
}

/**
 * Pull on a steel bar across both poles, N. When the poles are opposed the middle of the bar is at
 * zero potential; when they are alike each half of it keeps its own.
 * @param keeper half of the bar as a round plate of the same area, and the bar's thickness.
 */
export function pullOnBridge(
  prepared: PreparedPair,
  sheets: readonly CurrentSheet[],
  curve: SteelCurve,
  keeper: Keeper,
  gap: number,
): KeeperPull {
  const at = prepared.pair.opposed ? 'zero potential' : 'own potential';
  const one = pullOnKeeper(prepared, sheets, curve, keeper, gap, at);
  return { ...one, force: 2 * one.force };
}

function placesOf(
  path: Segmentation,
  pieces: readonly Piece[],
): { segments: Place[]; boundaries: Place[] } {
  const pieceOf = (segment: number): Piece =>
    pieces.find(({ first, last }) => segment >= first && segment <= last)!;
  const place = (s: number, { origin, direction, from }: Piece): Place => ({
    x: origin.x + (s - from) * direction.x,
    z: origin.z + (s - from) * direction.z,
  });
  return {
    segments: Array.from({ length: path.count }, (_, i) =>
      place((path.boundaries[i]! + path.boundaries[i + 1]!) / 2, pieceOf(i)),
    ),
    boundaries: Array.from(path.boundaries, (s, b) =>
      place(s, pieceOf(Math.min(b, path.count - 1))),
    ),
  };
}

/** Component along a direction of the field of a unit point charge, 1/m². */
function pointField(at: Place, charge: Place, direction: Place): number {
  const dx = at.x - charge.x;
  const dz = at.z - charge.z;
  const r3 = (dx * dx + dz * dz) ** 1.5;
  return r3 === 0 ? 0 : (dx * direction.x + dz * direction.z) / (4 * Math.PI * r3);
}

/** A leg's own winding exactly; the other's, and both on yoke and bridge, by their end charges. */
function appliedBy(
  sheets: readonly CurrentSheet[],
  path: Segmentation,
  pieces: readonly Piece[],
  segments: readonly Place[],
  sign: number,
  half: number,
): Float64Array {
  const field = new Float64Array(path.count);
  const exact = coilFieldOnCore(path, sheets);
  const ends = sheets.flatMap(({ from, to, radius, ampereTurns }) => {
    const pole = (ampereTurns / (to - from)) * Math.PI * radius ** 2;
    return [
      { z: from, charge: -pole },
      { z: to, charge: pole },
    ];
  });
  for (const { first, last, direction, middle } of pieces) {
    for (let i = first; i <= last; i++) {
      const at = segments[i]!;
      let sum = middle === undefined ? exact[i]! : 0;
      for (const { z, charge } of ends) {
        if (middle !== undefined) sum += charge * pointField(at, { x: -half, z }, direction);
        sum += sign * charge * pointField(at, { x: half, z }, direction);
      }
      field[i] = sum;
    }
  }
  return field;
}

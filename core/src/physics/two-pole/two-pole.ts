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
import {
  placesOf,
  pointField,
  ringField,
  type Piece,
  type Place,
  type RingPlace,
} from './places.js';

/** What joins the rear ends of the two cores: nothing, a bar, or one bent piece. */
export type Yoke = 'none' | 'bar' | 'bent';

export const YOKES: Readonly<Record<Yoke, string>> = {
  none: 'Nothing',
  bar: 'A steel bar across the upper ends',
  bent: 'One piece bent to a U',
};

/** A flat bar across the rear ends. Metres. */
export interface YokeBar {
  /** Across both axes' plane, and along them. */
  readonly width: number;
  readonly thickness: number;
  /** How far it reaches beyond each axis. */
  readonly overhang: number;
  /** Air between bar and each core. */
  readonly jointGap: number;
}

/** Two equal cores side by side. Metres. */
export interface PolePair {
  /** Distance between the axes. */
  readonly spacing: number;
  readonly yoke: Yoke;
  /** Sizes of a bar; absent: of the core's own section and width, screwed on. */
  readonly bar?: YokeBar;
  /** True if the second winding magnetises in the opposite direction, as it should. */
  readonly opposed: boolean;
}

/** Gap at each joint of a bar screwed or clamped on, m. Common practice, no source. */
export const JOINT_GAP_M = 1e-4;

/** A bar as heavy as the cores it joins, with as much steel across as one of them, screwed on. */
export function defaultYoke(coreRadius: number): YokeBar {
  const side = Math.sqrt(Math.PI) * coreRadius;
  return { width: side, thickness: side, overhang: coreRadius, jointGap: JOINT_GAP_M };
}

/** The bar of a pair that has one. */
export function barOf({ yoke, bar }: PolePair, coreRadius: number): YokeBar | null {
  return yoke === 'bar' ? (bar ?? defaultYoke(coreRadius)) : null;
}

/** Where the yoke lies in the plane through both axes: from the middle outward, and its heights. m. */
export function yokeBox(
  pair: PolePair,
  coreRadius: number,
): { readonly reach: number; readonly low: number; readonly high: number } {
  const bar = barOf(pair, coreRadius);
  return {
    reach: pair.spacing / 2 + (bar?.overhang ?? coreRadius),
    low: bar ? -bar.thickness : -coreRadius,
    high: bar ? 0 : coreRadius,
  };
}

/** Half of a pole pair: middle of the yoke → rear end → tip. */
export interface PreparedPair extends PullingCore {
  readonly pair: PolePair;
  /** Where each boundary's charge lies in the plane through both axes. */
  readonly places: readonly RingPlace[];
}

/**
 * Prepares half of a pole pair; the other half is its mirror image across the middle plane, its
 * charges of opposite sign if the poles are opposed and of the same sign if not.
 *
 * Along one straight piece the segments act on one another as in a straight core, and so do those of
 * the yoke's continuation beyond the middle plane. Charges on other pieces act as rings round their
 * own axis, by the component along the axis they act on. The yoke continues the path, so that only the
 * difference of the fluxes leaves at the corner; behind a bar's corner that charge spreads over what
 * overhangs. A flat bar counts as a round one of the same cross-section. A joint's gap g costs the
 * magnetomotive force M g beside it.
 * Source: segmented rod of `straight-core`; rings of charge. Accuracy: `docs/accuracy.md`.
 * @param leg sections of one core, lifting face last; with a yoke the shank alone.
 */
export function preparePair(
  leg: readonly CoreSection[],
  pair: PolePair,
  faceCharge: FaceCharge = 'edge',
): PreparedPair {
  const { spacing, yoke, opposed } = pair;
  const half = spacing / 2;
  // Inside a bar the leg's flux goes on to the bar's axis.
  const depth = (barOf(pair, leg[0]!.outerRadius)?.thickness ?? 0) / 2;
  const face = Math.min(...leg.map((s) => s.from));
  const rear = face - depth;
  const legRadius = leg[0]!.outerRadius;
  const bar = barOf(pair, legRadius);
  const yokeRadius = bar ? Math.sqrt((bar.width * bar.thickness) / Math.PI) : legRadius;
  const path = segmentCore([
    ...(yoke === 'none'
      ? []
      : [{ innerRadius: 0, outerRadius: yokeRadius, from: rear - half, to: rear }]),
    ...leg.map((s) => (s.from === face ? { ...s, from: rear } : s)),
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
    {
      first: root,
      last: n - 1,
      direction: { x: 0, z: 1 },
      origin: { x: -half, z: rear },
      from: rear,
    },
  ].filter(({ first, last }) => last >= first);
  const sign = opposed ? -1 : 1;
  const patches = chargePatches(path, faceCharge);
  if (root > 0) {
    const reach = bar ? bar.overhang : legRadius;
    patches[root] = {
      from: (path.boundaries[root - 1]! + rear) / 2,
      to: rear + reach,
      rings: [{ radius: yokeRadius, share: 1 }],
    };
  }
  const { segments, charges } = placesOf(path, patches, pieces, root);

  /** Charges moved somewhere, with the other half's; exact where the move keeps the axis. */
  const fieldOfMoved = (
    moved: (place: RingPlace) => RingPlace,
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
      // The corner's charge lies on the yoke.
      const begin = piece.first === root && root > 0 ? root + 1 : piece.first;
      for (let i = piece.first; i <= piece.last; i++) {
        for (let b = 0; b <= n; b++) {
          const k = i * (n + 1) + b;
          const onPiece = b >= begin && b <= piece.last + 1;
          const from = moved(charges[b]!);
          const own = onPiece && exact ? exact[k]! : ringField(segments[i]!, from, piece.direction);
          const other =
            onPiece && continued
              ? continued[k]!
              : ringField(segments[i]!, { ...from, x: -from.x }, piece.direction);
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
  if (bar) {
    const joint = path.boundaries.findIndex((b) => b > face) - 1;
    openJoint(path, joint, bar.jointGap, perCharge);
  }
  return {
    pair,
    places: charges,
    prepared: { core: path, patches, influence: influenceOfCharges(path, perCharge), faceCharge },
    patches,
    root,
    twin: { distance: spacing, sign },
    perCharge,
    imageAcross: (plane) => {
      const mirrored = fieldOfPatches(
        path,
        patches.map((patch) => mirrorPatch(patch, plane)),
      );
      return fieldOfMoved(
        (place) => ({ ...place, z: 2 * plane - place.z }),
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
 * A joint's gap in the leg, at its face: the segment there loses M g of magnetomotive force. Written on
 * the charges: M_j A_j is the charge sum of the boundaries up to j, so it goes on all of them.
 */
function openJoint(path: Segmentation, at: number, gap: number, perCharge: Float64Array): void {
  const { boundaries, area, count } = path;
  const drop = gap / ((boundaries[at + 1]! - boundaries[at]!) * area[at]!);
  for (let b = at + 1; b <= count; b++) perCharge[at * (count + 1) + b]! -= drop;
}

/**
 * Pull on a steel bar across both poles, N. When the poles are opposed the middle of the bar is at
 * zero potential; when they are the same each half of it keeps its own.
 * @param keeper half of the bar as a round plate of the same area, and the bar's thickness.
 */
export function pullOnBar(
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

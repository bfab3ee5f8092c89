import { scaleLinear, scaleLog, scalePoint } from 'd3-scale';
import { zoomIdentity, type ZoomTransform } from 'd3-zoom';

/** A drawing's size and the room around its plot, in its own units. */
export interface ChartBox {
  readonly width: number;
  readonly height: number;
  readonly margin: {
    readonly top: number;
    readonly right: number;
    readonly bottom: number;
    readonly left: number;
  };
}

export type Linear = ReturnType<typeof scaleLinear<number, number>>;
/** A scale upward, linear or logarithmic. */
export type YScale = Linear | ReturnType<typeof scaleLog<number, number>>;

/** The horizontal axis: numbers in order, or names in no order. */
export type XAxis =
  | {
      readonly kind: 'graded';
      readonly label: string;
      readonly values: readonly number[];
      /** Nothing lies between whole numbers, so no line of the paper does. */
      readonly whole: boolean;
    }
  | { readonly kind: 'kinds'; readonly label: string; readonly names: readonly string[] };

/** Where things stand across, and the lines of the squared paper there. */
export interface XScale {
  at(value: number): number;
  /** The number at a place; NaN among names. */
  invert(place: number): number;
  readonly ticks: readonly number[];
  /** Room between neighbouring values. */
  readonly step: number;
}

/** Room outside the outermost values, in the drawing's own units, where none is said. */
const ROOM = 44;

/**
 * Places across for an axis: graded values as they are, names evenly spaced by their index.
 * @param room outside the outermost values.
 * @param zoom how closely it is looked at; names stay where they are.
 */
export function makeXScale(
  axis: XAxis,
  { width, margin }: ChartBox,
  room = ROOM,
  zoom: ZoomTransform = zoomIdentity,
): XScale {
  const range: [number, number] = [margin.left, width - margin.right];
  if (axis.kind === 'kinds') {
    const scale = scalePoint(
      axis.names.map((_, i) => i),
      range,
    ).padding(0.5);
    return {
      at: (value) => scale(Math.round(value)) ?? NaN,
      invert: () => NaN,
      ticks: axis.names.map((_, i) => i),
      step: scale.step(),
    };
  }
  const finite = axis.values.filter(Number.isFinite);
  const [least, most] = [Math.min(...finite), Math.max(...finite)];
  const span = most - least || Math.abs(most) || 1;
  const padding = (span * room) / (range[1] - range[0] - 2 * room);
  const scale = zoom.rescaleX(scaleLinear([least - padding, most + padding], range));
  const sorted = [...new Set(finite)].sort((p, q) => p - q);
  const gaps = sorted.slice(1).map((value, i) => scale(value) - scale(sorted[i]!));
  return {
    at: scale,
    invert: scale.invert,
    ticks: wholeOnly(scale.ticks(14), axis.whole),
    step: Math.min(...gaps, (range[1] - range[0]) / 3),
  };
}

/** Ticks of a scale; of whole numbers only where there is nothing between them. */
export function wholeOnly(ticks: readonly number[], whole: boolean): number[] {
  return whole ? ticks.filter(Number.isInteger) : [...ticks];
}

/** The scale upward, from nothing to a little over the most. */
export function makeYScale(
  most: number,
  { height, margin }: ChartBox,
  zoom: ZoomTransform = zoomIdentity,
): Linear {
  return zoom.rescaleY(
    scaleLinear([0, most > 0 ? most * 1.05 : 1], [height - margin.bottom, margin.top]),
  );
}

/** Room outside the outermost values on a logarithmic axis, as a factor. */
const LOG_ROOM = 1.25;

/** Places across by the logarithm of graded values above zero; names stand as they do. */
export function placesAcrossLog(
  axis: XAxis,
  box: ChartBox,
  zoom: ZoomTransform = zoomIdentity,
): XScale {
  if (axis.kind === 'kinds') return makeXScale(axis, box);
  const above = axis.values.filter((value) => value > 0);
  const ends = [Math.min(...above) / LOG_ROOM, Math.max(...above) * LOG_ROOM];
  const scale = zoom.rescaleX(scaleLog(ends, [box.margin.left, box.width - box.margin.right]));
  return {
    at: (value) => (value > 0 ? scale(value) : NaN),
    invert: scale.invert,
    ticks: scale.ticks(8),
    step: box.width / 12,
  };
}

/** The scale upward by logarithms, from a little below the least to a little above the most. */
export function placesUpLog(
  least: number,
  most: number,
  { height, margin }: ChartBox,
  zoom: ZoomTransform = zoomIdentity,
): ReturnType<typeof scaleLog<number, number>> {
  return zoom.rescaleY(
    scaleLog([least / LOG_ROOM, most * LOG_ROOM], [height - margin.bottom, margin.top]),
  );
}

import {
  symbol,
  symbolCircle,
  symbolCross,
  symbolDiamond,
  symbolSquare,
  symbolStar,
  symbolTriangle,
} from 'd3';

const MARKERS = [
  symbolCircle,
  symbolTriangle,
  symbolSquare,
  symbolDiamond,
  symbolCross,
  symbolStar,
];

/** Path of a group's marker: told apart by its shape, and not by its colour alone. */
export function markerPath(group: number, size = 70): string {
  return symbol(MARKERS[group % MARKERS.length]!, size)() ?? '';
}

export function markerColour(group: number): string {
  return `var(--nab-series-${(group % MARKERS.length) + 1})`;
}

/** Dashes of a line of its own. */
export function lineDash(series: number): string | null {
  return [null, '8 4', '2 4'][series % 3] ?? null;
}

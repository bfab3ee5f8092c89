import { pathRound, type Path } from 'd3-path';
import {
  symbol,
  symbolCircle,
  symbolCross,
  symbolDiamond,
  symbolSquare,
  symbolStar,
  symbolTriangle,
  type SymbolType,
} from 'd3-shape';

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
  return symbol(markerSymbol(group), size)() ?? '';
}

function markerSymbol(group: number): SymbolType {
  return MARKERS[group % MARKERS.length]!;
}

/** Size of a marker among many. */
const SMALL = 44;

/** A group's marker at a place, as a part of a path. */
export function drawMarker(to: Path, group: number, x: number, y: number): void {
  symbol(markerSymbol(group), SMALL).context(shifted(to, x, y))();
}

/** One path of a group's marker at many places. */
export function markersPath(
  group: number,
  places: readonly (readonly [x: number, y: number])[],
): string {
  const made = pathRound(2);
  const seen = new Crowd(places.length);
  for (const [x, y] of places) if (seen.hasRoom(x, y)) drawMarker(made, group, x, y);
  return made.toString();
}

/** So many markers can be told apart however they lie. */
const FEW = 1500;
/** Markers that lie nearer to one another than this cover each other, in the drawing's own units. */
const COVERED = 2;

/**
 * Where markers lie already. Of thousands most cover each other: those that would change nothing of
 * the picture need not be drawn.
 */
export class Crowd {
  private readonly taken = new Set<number>();
  constructor(private readonly count: number) {}

  /** @param kind of mark: only those of one kind cover each other. */
  hasRoom(x: number, y: number, kind = 0): boolean {
    if (this.count <= FEW) return true;
    const cell = (kind * 4096 + Math.round(x / COVERED)) * 4096 + Math.round(y / COVERED);
    if (this.taken.has(cell)) return false;
    this.taken.add(cell);
    return true;
  }
}

/** A path whose origin is elsewhere: what d3’s symbols are drawn with. */
function shifted(to: Path, dx: number, dy: number): CanvasRenderingContext2D {
  return {
    moveTo: (x: number, y: number) => to.moveTo(x + dx, y + dy),
    lineTo: (x: number, y: number) => to.lineTo(x + dx, y + dy),
    arc: (x: number, y: number, r: number, from: number, till: number) =>
      to.arc(x + dx, y + dy, r, from, till),
    rect: (x: number, y: number, w: number, h: number) => to.rect(x + dx, y + dy, w, h),
    closePath: () => to.closePath(),
  } satisfies Partial<CanvasPath> as unknown as CanvasRenderingContext2D;
}

export function markerColour(group: number): string {
  return `var(--nab-series-${(group % MARKERS.length) + 1})`;
}

/** Dashes of a line of its own. */
export function lineDash(series: number): string | null {
  return [null, '8 4', '2 4'][series % 3] ?? null;
}

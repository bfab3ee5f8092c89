import type { Selection } from 'd3-selection';
import { barOf, LIFTED_OVER_HEAP } from '@nab/core/physics';
import { faceHeight, type Evaluation, type MagnetDesign } from '@nab/core/experiments';
import type { Band } from '@nab/core/statistics';

/** A group of the drawing. */
export type Group = Selection<SVGGElement, unknown, null, undefined>;

/** The drawing's own box, in its user units. */
export const BOX = { width: 520, height: 620 } as const;
/** The least size of a letter on the screen, px, and the least width at which letters are drawn. */
const LEAST_LETTER = 11.2;
const LEAST_WIDTH = 220;
/** The smallest letters of the drawing, in its own units. */
export const SMALLEST = 12;

/** A size of letters that grows where the drawing is small. */
export const letterSize = (units: number): string => `calc(${units}px * var(--nab-letters, 1))`;

/** How much larger letters are drawn at a width of the drawing, px; 0 where they have no room. */
export function lettersAt(width: number): number {
  if (width < LEAST_WIDTH) return 0;
  return Math.max(1, (LEAST_LETTER * BOX.width) / (SMALLEST * width));
}
const AXIS_X = 262;
const TOP = 34;
const BOTTOM = 34;
const HALF_WIDTH = 150;

/** Where things lie on the drawing: the core upright, its lifting end down. */
export interface Layout {
  /** User units per metre. */
  readonly scale: number;
  readonly axisX: number;
  /** Height on the drawing of a position along the core, m from its rear end. */
  y(z: number): number;
  z(y: number): number;
}

/** A cell as drawn, and how many at most are drawn in either direction. */
export const CELL = { width: 22, height: 46, gap: 8 } as const;
const MOST_DRAWN = { series: 6, parallel: 4 } as const;

/** The cells' place on the drawing. */
export function supplyBox({ supply }: Pick<MagnetDesign, 'supply'>) {
  const rows = supply.bench ? 2 : Math.min(supply.series, MOST_DRAWN.series);
  const columns = supply.bench ? 2 : Math.min(supply.parallel, MOST_DRAWN.parallel);
  const width = columns * (CELL.width + CELL.gap) - CELL.gap;
  return {
    rows,
    columns,
    width,
    height: rows * CELL.height,
    x: BOX.width - 28 - width,
    y: 96,
  };
}

/** How much wider than the heap that its own pull holds a count is drawn: radii grow as its cube root. */
export function heapSwell(
  { method = 'dip' }: MagnetDesign,
  { liftedCount }: Evaluation,
  count: number,
): number {
  return liftedCount > 0 ? Math.cbrt((LIFTED_OVER_HEAP[method] * count) / liftedCount) : 1;
}

/** The scale wanted, or the largest at which head, core, winding and heap all fit. */
export function layOut(
  design: MagnetDesign,
  evaluation: Evaluation,
  band: Band,
  wanted: number | null = null,
): Layout {
  const { head: cap, headAt } = design.core;
  const head = cap && headAt !== 'tip' ? cap.height : 0;
  const lift = Math.max(faceHeight(design.core), design.winding.end);
  const apart = (design.pair?.spacing ?? 0) / 2;
  const { heap, rearHeap, winding } = evaluation;
  const swell = heapSwell(design, evaluation, band.high);
  let below = 0;
  let beside = Math.max(
    winding.outerRadius,
    design.core.diameter / 2,
    (design.core.head?.diameter ?? 0) / 2,
  );
  heap.angle.forEach((angle, i) => {
    const r = heap.outer[i]! * swell;
    below = Math.max(below, heap.centre + r * Math.cos(angle) - lift);
    beside = Math.max(beside, r * Math.sin(angle));
  });
  const { pair } = design;
  const joined = pair && pair.yoke !== 'none';
  const bar = pair && barOf(pair, design.core.diameter / 2);
  let above = joined ? (bar?.thickness ?? design.core.diameter) : head;
  rearHeap?.angle.forEach((angle, i) => {
    const r = rearHeap.outer[i]! * swell;
    above = Math.max(above, rearHeap.centre + r * Math.cos(angle));
    beside = Math.max(beside, r * Math.sin(angle));
  });
  const fitting = Math.min(
    (BOX.height - TOP - BOTTOM) / (above + lift + below),
    HALF_WIDTH / (beside + apart),
  );
  // In steps of 3 %, so that the picture does not jump while the heap grows a little.
  const scale = wanted ?? 1.03 ** Math.floor(Math.log(fitting) / Math.log(1.03));
  const zero = TOP + above * scale;
  return {
    scale,
    axisX: AXIS_X,
    y: (z) => zero + z * scale,
    z: (y) => (y - zero) / scale,
  };
}

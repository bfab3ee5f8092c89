import { pathRound, type Path } from 'd3-path';
import type { LayerGroup } from '../drawing';
import { Crowd, drawMarker, markerColour } from './markers';
import type { XScale, YScale } from './scales';
import type { ChartPoint } from './trial-data';

/** Trials that lie on one another: they are drawn once, as a pile. */
export interface PointCluster {
  /** What it is known by when readings come in. */
  readonly key: string;
  /** What they have in common, and what the first of them is called. */
  readonly point: ChartPoint;
  readonly times: number;
}

/** Between neighbouring groups around one level. */
const GROUP_STEP = 7;
/** Of a pile: how far the markers are apart, and how many of them are drawn. */
const PILE = { step: 3, most: 4 } as const;

/** How full markers are: tinted, of another line solid, and hollow where they stand out. */
const FILL = { own: '0.25', other: '1', unusual: '0' } as const;

/** Points by where they lie: from left to right, within a level group by group, and upward. */
export function clusterPoints(points: readonly ChartPoint[]): PointCluster[] {
  const piles = new Map<string, { key: string; point: ChartPoint; times: number }>();
  for (const point of points) {
    const { x, y, from, to, group, series, censored, unusual } = point;
    const key = `${x} ${y} ${from} ${to} ${group} ${series} ${censored} ${unusual}`;
    const pile = piles.get(key);
    if (pile) pile.times++;
    else piles.set(key, { key, point, times: 1 });
  }
  return [...piles.values()].sort(
    ({ point: p }, { point: q }) =>
      p.x - q.x || p.group - q.group || p.series - q.series || p.y - q.y,
  );
}

/** What a pile says. */
export const spotText = ({ point, times }: PointCluster): string =>
  times === 1 ? point.label : `${point.label}, ${times} times`;

/** Room in the middle of a level for the mean of one line, and for each more. */
const MEAN_ROOM = { one: 11, more: 5 } as const;

/**
 * Where a pile stands: half of the groups on either side of their level, so that equal ones do not
 * hide and the mean stands on the level itself.
 */
export function clusterPosition(
  { point: { x, y, group } }: PointCluster,
  { across, up }: { readonly across: XScale; readonly up: YScale },
  { groups, series }: { readonly groups: number; readonly series: number },
): readonly [number, number] {
  return [across.at(x) + besideLevel(group, groups, series), up(y)];
}

function besideLevel(group: number, groups: number, series: number): number {
  const left = Math.floor(groups / 2);
  const room = MEAN_ROOM.one + MEAN_ROOM.more * (Math.max(1, series) - 1);
  return group < left
    ? -(room + (left - 1 - group) * GROUP_STEP)
    : room + (group - left) * GROUP_STEP;
}

/**
 * All piles of so many groups and lines: a few paths for each group and kind of mark, because
 * thousands of elements would take longer to put up than to draw.
 */
export function drawSpots(
  layer: LayerGroup,
  spots: readonly PointCluster[],
  { groups, series }: { readonly groups: number; readonly series: number },
  places: { readonly across: XScale; readonly up: YScale },
): void {
  const marks = new Marks(layer);
  const crowd = new Crowd(spots.length);
  for (const spot of spots) {
    const { point, times } = spot;
    const [x, y] = clusterPosition(spot, places, { groups, series });
    if (!Number.isFinite(x) || !Number.isFinite(y)) continue;
    const looks = 2 * Number(point.unusual) + Number(point.censored);
    const kind = 4 * (groups * point.series + point.group) + looks;
    if (!crowd.hasRoom(x, y, kind)) continue;
    const colour = markerColour(point.group);
    if (point.from !== null && point.to !== null) {
      const span = marks.of(`span ${point.group}`, { stroke: colour });
      const [low, high] = [places.up(point.from), places.up(point.to)];
      // On an axis of logarithms nothing has no place.
      span.moveTo(x, Number.isFinite(low) ? low : y);
      span.lineTo(x, high);
    }
    if (point.unusual) {
      const ring = marks.of('ring', {
        stroke: 'var(--nab-enamel)',
        'stroke-width': '1.8',
        'stroke-dasharray': '3 3',
      });
      ring.moveTo(x + 11, y);
      ring.arc(x, y, 11, 0, 2 * Math.PI);
    }
    if (point.censored) {
      // At least so much: an arrow says that it may be more.
      const arrow = marks.of(`arrow ${point.group}`, { stroke: colour, 'stroke-width': '1.8' });
      arrow.moveTo(x, y - 6);
      arrow.lineTo(x, y - 20);
      arrow.moveTo(x - 4, y - 15);
      arrow.lineTo(x, y - 21);
      arrow.lineTo(x + 4, y - 15);
    }
    const fill = point.unusual
      ? FILL.unusual
      : series > 1 && point.series > 0
        ? FILL.other
        : FILL.own;
    const marker = marks.of(`marker ${point.group} ${fill}`, {
      fill: colour,
      'fill-opacity': fill,
      stroke: colour,
      'stroke-width': '1.8',
      'data-marks': 'trials',
    });
    const drawn = Math.min(times, PILE.most);
    for (let i = 0; i < drawn; i++) {
      const beside = (i - (drawn - 1) / 2) * PILE.step;
      drawMarker(marker, point.group, x + beside, y);
    }
  }
  marks.put();
}

/** A path of more marks takes longer to fill than several. */
const MOST_IN_A_PATH = 100;

interface Gathered {
  readonly path: Path;
  readonly looks: Readonly<Record<string, string>>;
  marks: number;
}

/** Paths that are gathered by what they look like. */
class Marks {
  private readonly kinds = new Map<string, Gathered[]>();
  constructor(private readonly layer: LayerGroup) {}

  of(kind: string, looks: Readonly<Record<string, string>>): Path {
    const paths = this.kinds.get(kind) ?? [];
    this.kinds.set(kind, paths);
    const last = paths.at(-1);
    if (last && last.marks++ < MOST_IN_A_PATH) return last.path;
    const path = pathRound(2);
    paths.push({ path, looks, marks: 1 });
    return path;
  }

  put(): void {
    // Markers above everything that belongs to them.
    const sorted = [...this.kinds.values()]
      .flat()
      .sort((p, q) => Number('data-marks' in p.looks) - Number('data-marks' in q.looks));
    for (const { path: made, looks } of sorted) {
      const element = this.layer.append('path').attr('fill', 'none').attr('d', made.toString());
      for (const [name, value] of Object.entries(looks)) element.attr(name, value);
    }
  }
}

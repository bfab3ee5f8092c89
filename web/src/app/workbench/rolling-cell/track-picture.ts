import { formatNumber, formatQuantity } from '@nab/core/quantities';
import type { StageSize } from '../../ui/drawing';
import type { RollingCell, RollingCellEvaluation } from '@nab/core/experiments';

/** At both sides, above the coil for the arrows, and below the speed for its line. */
const [ASIDE, ABOVE, BELOW] = [24, 62, 34];
/** From the coil to the track, and from that to the speed: letters stand between. */
const [TO_TRACK, TO_SPEED] = [70, 66];
const SPEED_POINTS = 60;
/** Length of an arrow of one newton at most so long. */
const MOST_ARROW = 90;

interface Mark {
  readonly x: number;
  readonly y: number;
  readonly text: string;
}

/**
 * Everything that is drawn of a cell in its coil, to one scale: turns cut through the axis, the live
 * ones full; the cell lying in the coil; poles; what pushes each magnet.
 * @param way of the following magnet's outer face from the entrance, m.
 * @param size of the drawing.
 */
export function trackPicture(
  design: RollingCell,
  evaluation: RollingCellEvaluation,
  way: number,
  size: StageSize,
) {
  const [left, right] = [ASIDE, size.width - ASIDE];
  // Coil and speed share what height there is.
  const half = (size.height - ABOVE - TO_TRACK - TO_SPEED - BELOW) / 2;
  const { magnets, track, wire, leading, washer } = design;
  const { trainLength, liveLength, pitch, cell } = evaluation;
  const beside = 0.012;
  const scale = Math.min(
    (right - left) / (trainLength + 2 * beside),
    half / (track.bore + 2 * wire.diameter),
  );
  const coil = scale * (track.bore + 2 * wire.diameter);
  const middleY = ABOVE + coil / 2;
  const trackY = ABOVE + coil + TO_TRACK;
  const speedPlace = { left, right, top: trackY + TO_SPEED, bottom: size.height - BELOW };
  const from = size.width / 2 - (scale * trainLength) / 2;
  const x = (z: number): number => from + scale * (z - way);
  const stack = magnets.perEnd * magnets.thickness;
  const [liveFrom, liveTo] = [way + stack, way + stack + liveLength];
  // Magnets and cell lie on the lowest turns.
  const floor = middleY + (scale * track.bore) / 2;
  const disc = scale * magnets.diameter;
  const axis = floor - disc / 2;
  const radius = (scale * wire.diameter) / 2;
  const dot = (z: number, y: number): string =>
    `M${x(z) - radius} ${y}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0Z`;
  const row = (live: boolean): string => {
    const seen = (right - left) / 2 / scale;
    const middle = way + trainLength / 2;
    const first = Math.max(0, Math.ceil((middle - seen) / pitch));
    const last = Math.min(Math.floor(track.length / pitch), Math.floor((middle + seen) / pitch));
    let path = '';
    for (let k = first; k <= last; k++) {
      const z = k * pitch;
      if ((z >= liveFrom && z <= liveTo) !== live) continue;
      path += dot(z, middleY - (scale * track.bore) / 2 - radius);
      // Below, half a turn on.
      path += dot(z + pitch / 2, floor + radius);
    }
    return path;
  };
  const box = (z0: number, z1: number, height: number): string =>
    `M${x(z0)} ${axis - height / 2}H${x(z1)}V${axis + height / 2}H${x(z0)}Z`;
  const body = scale * cell.diameter;
  const nub = 0.3 * body;
  const plusFirst = leading === 'plus';
  const gap = liveLength - cell.length;
  // The washer lies on the nub.
  const [cellFrom, cellTo] = plusFirst ? [liveFrom, liveTo - gap] : [liveFrom + gap, liveTo];
  const step = 0.0012;
  const shell = plusFirst
    ? `${box(cellFrom, cellTo - step, body)}${box(cellTo - step, cellTo, nub)}`
    : `${box(cellFrom, cellFrom + step, nub)}${box(cellFrom + step, cellTo, body)}`;
  const discs = Array.from({ length: magnets.perEnd }, (_, i) => i * magnets.thickness);
  const outer = magnets.outward === 'north' ? 'N' : 'S';
  const inner = outer === 'N' ? 'S' : 'N';
  const [back, front] = magnets.facing === 'opposed' ? [outer, inner] : [inner, outer];
  const above = middleY - (scale * track.bore) / 2 - 2 * radius - 16;
  const under = floor + 2 * radius + 24;
  const poles: Mark[] = [
    { x: x(way) - 8, y: under, text: back },
    { x: x(liveFrom) + 8, y: under, text: front },
    { x: x(liveTo) - 8, y: under, text: inner },
    { x: x(way + trainLength) + 8, y: under, text: outer },
  ];
  const most = Math.max(
    Math.abs(evaluation.forceLeading),
    Math.abs(evaluation.forceFollowing),
    evaluation.held / 2,
    1e-9,
  );
  const pushed = [
    { at: way + stack / 2, force: evaluation.forceFollowing },
    { at: way + trainLength - stack / 2, force: evaluation.forceLeading },
  ].filter(({ force }) => Math.abs(force) > 1e-6);
  const arrow = ({ at, force }: { at: number; force: number }): string => {
    const length = (MOST_ARROW * force) / most;
    const head = Math.sign(force) * 8;
    const [x0, x1] = [x(at) - length / 2, x(at) + length / 2];
    return `M${x0} ${above}H${x1}M${x1 - head} ${above - 6}L${x1} ${above}L${x1 - head} ${above + 6}`;
  };
  const along = (z: number): number => left + ((right - left) * z) / track.length;
  return {
    turns: row(false),
    live: row(true),
    cell: shell,
    washer:
      washer === 'none'
        ? ''
        : plusFirst
          ? box(cellTo, liveTo, 0.6 * body)
          : box(liveFrom, cellFrom, 0.6 * body),
    terminals: [
      { x: x(cellFrom) + 30, y: axis + 5, text: plusFirst ? '−' : '+' },
      { x: x(cellTo) - 30, y: axis + 5, text: plusFirst ? '+' : '−' },
    ],
    magnets: discs
      .map(
        (z) =>
          box(way + z, way + z + magnets.thickness, disc) +
          box(liveTo + z, liveTo + z + magnets.thickness, disc),
      )
      .join(''),
    poles,
    arrows: pushed.map(arrow).join(''),
    forces: pushed.map(({ at, force }): Mark => ({
      x: x(at),
      y: above - 14,
      text: formatQuantity(Math.abs(force), 'force', 'N', 2),
    })),
    track: `M${left} ${trackY}H${right}`,
    liveOfTrack: `M${along(liveFrom)} ${trackY}H${along(liveTo)}`,
    left,
    right,
    below: trackY + 34,
    speed: speedAlong(evaluation, along, way + trainLength / 2, speedPlace),
    handle: { x: along(way + trainLength / 2), y: trackY },
  };
}

/** Speed at each place of the cell's middle; null where it does not run. */
function speedAlong(
  { run, trainLength }: RollingCellEvaluation,
  along: (z: number) => number,
  middle: number,
  { left, right, top, bottom }: Record<'left' | 'right' | 'top' | 'bottom', number>,
) {
  if (!run) return null;
  const y = (speed: number): number => bottom - ((bottom - top) * speed) / run.speed;
  // Closer together where it starts, for there the curve is steep.
  const ways = Array.from(
    { length: SPEED_POINTS + 1 },
    (_, i) => run.distance * (i / SPEED_POINTS) ** 2,
  );
  const at = (way: number): number => run.motion.speedAt(run.motion.timeOf(way));
  const point = (way: number): string => `${along(way + trainLength / 2)} ${y(at(way))}`;
  return {
    curve: `M${ways.map(point).join('L')}`,
    axes: `M${left} ${top}V${bottom}H${right}`,
    here: { x: along(middle), y: y(at(middle - trainLength / 2)) },
    top,
    bottom,
    fastest: `${formatNumber(run.speed, 2)} m/s`,
  };
}

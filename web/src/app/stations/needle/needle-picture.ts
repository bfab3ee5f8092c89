import type { StageSize } from '../../ui/drawing';
import type { Needle, NeedleEvaluation } from '@nab/core/experiments';

/** Above the bowl the needle lies on the table: from the upper edge to its line, and below that. */
const [TABLE_Y, TABLE_BELOW] = [66, 56];
const AROUND = 14;
/** The bowl's radius, in what floats in it. */
const ROOM = 1.5;

/**
 * A needle seen from above in its bowl, turned by an angle from magnetic north, clockwise.
 * @param size of the drawing.
 */
export function needlePicture(
  needle: Needle,
  evaluation: NeedleEvaluation,
  angle: number,
  declination: number,
  size: StageSize,
) {
  const radius = Math.min(
    size.width / 2 - AROUND,
    (size.height - TABLE_Y - TABLE_BELOW - AROUND) / 2,
  );
  // Spare height is shared equally above, between and below.
  const over = (size.height - TABLE_Y - TABLE_BELOW - AROUND - 2 * radius) / 3;
  const bowl = { x: size.width / 2, y: size.height - AROUND - over - radius, r: radius };
  const wide = Math.min(size.width - 180, 380);
  const table = { y: TABLE_Y + over, left: (size.width - wide) / 2, width: wide };
  const reach = Math.max(needle.length / 2, needle.float.diameter / 2);
  const scale = bowl.r / (ROOM * reach);
  const half = (scale * needle.length) / 2;
  const magnetised = evaluation.moment > 0;
  const pole = (end: 'point' | 'eye'): string =>
    magnetised ? (evaluation.northEnd === end ? 'N' : 'S') : '';
  const degrees = ((declination + angle) * 180) / Math.PI;
  // The end that seeks north is up when the angle is zero.
  const pointUp = evaluation.northEnd === 'point';
  const leavesRight = needle.leavesAt === 'point';
  const magnetX = leavesRight ? table.left + table.width + 6 : table.left - 6;
  return {
    bowl,
    float: (scale * needle.float.diameter) / 2,
    /** The needle with its point up, around the origin. */
    shape: `M-3 ${half}L-3 ${-half + 26}L0 ${-half}L3 ${-half + 26}L3 ${half}Q0 ${half + 5} -3 ${half}Z`,
    eye: half - 9,
    turn: degrees + (pointUp ? 0 : 180),
    poles: [
      { text: pole('point'), y: -half - 10 },
      { text: pole('eye'), y: half + 12 },
    ],
    /** Upright whatever way the needle lies. */
    upright: -(degrees + (pointUp ? 0 : 180)),
    magnetic: (declination * 180) / Math.PI,
    table: {
      needle: `M${table.left} ${table.y - 3}H${table.left + table.width - 30}L${table.left + table.width} ${table.y}L${table.left + table.width - 30} ${table.y + 3}H${table.left}Z`,
      magnet: { x: magnetX - 13, y: table.y - 44, text: needle.pole === 'north' ? 'N' : 'S' },
      /** Along the needle, off its end, back through the air. */
      stroke:
        needle.stroking === 'one-way'
          ? leavesRight
            ? `M${table.left + 6} ${table.y + 14}H${table.left + table.width}`
            : `M${table.left + table.width - 6} ${table.y + 14}H${table.left}`
          : `M${table.left} ${table.y + 14}H${table.left + table.width}`,
      back:
        needle.stroking === 'one-way'
          ? `M${magnetX + (leavesRight ? -18 : 18)} ${table.y - 36}Q${table.left + table.width / 2} ${table.y - 70} ${leavesRight ? table.left + 4 : table.left + table.width - 4} ${table.y - 12}`
          : '',
      bothWays: needle.stroking === 'to-and-fro',
      point: { x: table.left + table.width + (leavesRight ? 26 : 10), y: table.y + 5 },
    },
  };
}

import type { Needle, NeedleEvaluation } from '@nab/core/experiments';

export const NEEDLE_BOX = { width: 520, height: 470 } as const;
const BOWL = { x: 260, y: 300, r: 150 } as const;
const TABLE = { y: 62, left: 150, width: 220 } as const;
/** The bowl's radius, in what floats in it. */
const ROOM = 1.5;

/** A needle seen from above in its bowl, turned by an angle from magnetic north, clockwise. */
export function needlePicture(
  needle: Needle,
  evaluation: NeedleEvaluation,
  angle: number,
  declination: number,
) {
  const reach = Math.max(needle.length / 2, needle.float.diameter / 2);
  const scale = BOWL.r / (ROOM * reach);
  const half = (scale * needle.length) / 2;
  const magnetised = evaluation.moment > 0;
  const pole = (end: 'point' | 'eye'): string =>
    magnetised ? (evaluation.northEnd === end ? 'N' : 'S') : '';
  const degrees = ((declination + angle) * 180) / Math.PI;
  // The end that seeks north is up when the angle is zero.
  const pointUp = evaluation.northEnd === 'point';
  const leavesRight = needle.leavesAt === 'point';
  const magnetX = leavesRight ? TABLE.left + TABLE.width + 6 : TABLE.left - 6;
  return {
    bowl: BOWL,
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
      needle: `M${TABLE.left} ${TABLE.y - 3}H${TABLE.left + TABLE.width - 30}L${TABLE.left + TABLE.width} ${TABLE.y}L${TABLE.left + TABLE.width - 30} ${TABLE.y + 3}H${TABLE.left}Z`,
      magnet: { x: magnetX - 13, y: TABLE.y - 44, text: needle.pole === 'north' ? 'N' : 'S' },
      /** Along the needle, off its end, back through the air. */
      stroke:
        needle.stroking === 'one-way'
          ? leavesRight
            ? `M${TABLE.left + 6} ${TABLE.y + 14}H${TABLE.left + TABLE.width}`
            : `M${TABLE.left + TABLE.width - 6} ${TABLE.y + 14}H${TABLE.left}`
          : `M${TABLE.left} ${TABLE.y + 14}H${TABLE.left + TABLE.width}`,
      back:
        needle.stroking === 'one-way'
          ? `M${magnetX + (leavesRight ? -18 : 18)} ${TABLE.y - 36}Q${TABLE.left + TABLE.width / 2} ${TABLE.y - 70} ${leavesRight ? TABLE.left + 4 : TABLE.left + TABLE.width - 4} ${TABLE.y - 12}`
          : '',
      bothWays: needle.stroking === 'to-and-fro',
      point: { x: TABLE.left + TABLE.width + (leavesRight ? 26 : 10), y: TABLE.y + 5 },
    },
  };
}

import { faceHeight, type MagnetDesign } from '@nab/core/experiments';
import type { FieldProblem } from '@nab/core/fem';
import type { Ruler } from './field-picture';

/** Where the ruler may be laid without a mouse. */
export const RULERS = {
  tip: 'On the axis, from the lifting face outward',
  across: 'Across, 3 mm before the lifting face',
  beside: 'Beside the winding, from end to end',
  through: 'Along the axis, through the whole magnet',
} as const;
export type RulerPlace = keyof typeof RULERS;

export function rulerAt(
  place: RulerPlace,
  { core }: MagnetDesign,
  problem: FieldProblem | null,
): Ruler {
  const face = faceHeight(core);
  const reach = 0.42 * face;
  const outer = Math.max(
    core.diameter / 2,
    ...(problem?.windings.map(({ rectangle }) => rectangle.r1) ?? [core.diameter]),
  );
  switch (place) {
    case 'tip':
      return { from: { x: 0, z: face }, to: { x: 0, z: face + reach } };
    case 'across':
      return { from: { x: -reach, z: face + 0.003 }, to: { x: reach, z: face + 0.003 } };
    case 'beside':
      return { from: { x: outer + 0.003, z: 0 }, to: { x: outer + 0.003, z: face } };
    case 'through':
      return { from: { x: 0, z: -reach }, to: { x: 0, z: face + reach } };
  }
}

import type { WoundCoil } from '../coil/index.js';
import type { FieldProblem } from '../fem/index.js';
import { CoreError } from '../errors.js';
import { coreCurve, coreSections } from './core-shape.js';
import type { MagnetDesign } from './design.js';

/**
 * A design as an axisymmetric field problem: the core's sections as steel, the winding as one block
 * of even current density.
 * @throws CoreError FIELD_NOT_ROUND for two cores side by side, which are not axisymmetric.
 */
export function fieldProblemOf(design: MagnetDesign, build: WoundCoil): FieldProblem {
  if (design.pair) {
    throw new CoreError(
      'FIELD_NOT_ROUND',
      'Two cores side by side are not round, so their field cannot be drawn this way.',
    );
  }
  const { winding, wire, ampereTurns } = build;
  const first = winding.layers[0]!;
  const half = winding.pitch / 2;
  const rectangle = {
    r0: first.radius - wire.height / 2,
    r1: winding.outerRadius,
    z0: Math.min(first.from, first.to) - half,
    z1: Math.max(first.from, first.to) + half,
  };
  const bodies =
    design.core.shape === 'none'
      ? []
      : [
          {
            curve: coreCurve(design.core),
            rectangles: coreSections(design).map((section) => ({
              r0: section.innerRadius,
              r1: section.outerRadius,
              z0: section.from,
              z1: section.to,
            })),
          },
        ];
  return { bodies, windings: [{ rectangle, ampereTurns }] };
}

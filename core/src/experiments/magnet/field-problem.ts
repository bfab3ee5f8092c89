import type { WoundCoil } from '../../physics/index.js';
import type { FieldProblem } from '../../fem/index.js';
import { CoreError } from '../../errors.js';
import { coreCurve, coreSections } from './core-shape.js';
import type { MagnetDesign } from './design.js';

/**
 * A design as an axisymmetric field problem: the core's sections as steel, the winding as blocks.
 * @throws CoreError FIELD_NOT_ROUND for two cores side by side, which are not axisymmetric.
 */
export function fieldProblemOf(design: MagnetDesign, build: WoundCoil): FieldProblem {
  if (design.pair) {
    throw new CoreError(
      'FIELD_NOT_ROUND',
      'Two cores side by side are not round, so their field cannot be drawn this way.',
    );
  }
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
  return { bodies, windings: windingBlocks(build) };
}

/** Full layers as one block of even current density; what lies on them, of fewer turns, as another. */
function windingBlocks({ winding, wire, ampereTurns }: WoundCoil): FieldProblem['windings'] {
  const { layers, pitch, outerRadius, turnsPerLayer } = winding;
  const half = pitch / 2;
  const turns = layers.reduce((sum, layer) => sum + layer.turns, 0);
  const full = layers.filter((layer) => layer.turns === turnsPerLayer);
  const rest = layers.slice(full.length);
  const border =
    full.length > 0 && rest.length > 0 ? rest[0]!.radius - wire.height / 2 : outerRadius;
  const block = (of: typeof layers, r0: number, r1: number): FieldProblem['windings'][number] => {
    const [first] = of;
    return {
      rectangle: {
        r0,
        r1,
        z0: Math.min(first!.from, first!.to) - half,
        z1: Math.max(first!.from, first!.to) + half,
      },
      ampereTurns: (ampereTurns * of.reduce((sum, layer) => sum + layer.turns, 0)) / turns,
    };
  };
  const inner = layers[0]!.radius - wire.height / 2;
  if (full.length === 0) return [block(rest, inner, outerRadius)];
  return [
    block(full, inner, border),
    ...(rest.length > 0 ? [block(rest, border, outerRadius)] : []),
  ];
}

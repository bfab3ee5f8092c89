import type { Band } from '@nab/core/statistics';
import type { Evaluation, MagnetDesign } from '@nab/core/experiments';
import { BOX, layOut, supplyBox } from '../../../ui/cutaway';

/** Where a part lies on the drawing, in percent of it. */
export interface PartPlace {
  readonly part: 'core' | 'winding' | 'supply' | 'lift' | 'plate';
  readonly key: string;
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** The least that a finger hits, user units of the drawing. */
const LEAST = 22;

/**
 * Where the parts of a magnet lie on its drawing: the bare ends of the core, the winding between them,
 * the supply, and below the tip what hangs there.
 * @param plate whether a plate is drawn below the tip in place of the heap.
 */
export function placesOf(
  design: MagnetDesign,
  evaluation: Evaluation,
  band: Band,
  plate: boolean,
): PartPlace[] {
  const at = layOut(design, evaluation, band);
  const { core, winding, pair } = design;
  const apart = ((pair?.spacing ?? 0) / 2) * at.scale;
  const half = Math.max(LEAST / 2, (core.diameter / 2) * at.scale);
  const round = evaluation.winding.outerRadius * at.scale + 5;
  const sides = pair ? [-apart, apart] : [0];
  const places = sides.flatMap((side, i): PartPlace[] => {
    const x = at.axisX + side;
    const box = (
      part: PartPlace['part'],
      name: string,
      reach: number,
      from: number,
      to: number,
    ): PartPlace => {
      const height = Math.max(LEAST, to - from);
      const top = Math.max(0, (from + to - height) / 2);
      return {
        part,
        key: `${name} ${i}`,
        ...percent(x - reach, top, 2 * reach, Math.min(height, BOX.height - top)),
      };
    };
    const tip = at.y(core.length);
    const bare = winding.start * at.scale;
    return [
      // A core that is wound from end to end is taken by its upper end.
      box('core', 'core', half, at.y(0) - (bare < LEAST ? LEAST - bare : 0), at.y(winding.start)),
      ...(at.y(core.length) - at.y(winding.end) > 6
        ? [box('core', 'tip', half, at.y(winding.end), tip)]
        : []),
      box('winding', 'winding', Math.max(LEAST / 2, round), at.y(winding.start), at.y(winding.end)),
      box(plate ? 'plate' : 'lift', 'below', Math.max(40, half), tip, tip + 44),
    ];
  });
  const supply = supplyBox(design);
  return [
    ...places,
    {
      part: 'supply',
      key: 'supply',
      ...percent(supply.x - 6, supply.y - 6, supply.width + 12, supply.height + 12),
    },
  ];
}

function percent(x: number, y: number, width: number, height: number) {
  return {
    left: (100 * x) / BOX.width,
    top: (100 * y) / BOX.height,
    width: (100 * width) / BOX.width,
    height: (100 * height) / BOX.height,
  };
}

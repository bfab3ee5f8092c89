import { CORE_SHAPES, type CoreShape } from '@nab/core/experiments';

/** Names that a design bears while nobody gave it one of its own, by the shape of its core. */
const START_NAMES: Readonly<Partial<Record<CoreShape, string>>> = {
  nail: 'Nail magnet',
  none: 'Air coil',
};
export const startName = (shape: CoreShape): string =>
  START_NAMES[shape] ?? `${CORE_SHAPES[shape].split(/[ ,(]/)[0]!} magnet`;

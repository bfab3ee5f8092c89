import { ROUND_SIZES, type CellSize } from '@nab/core/physics';
import { supplyPart } from '../magnet/index.js';

type Supplied = { kind: string; series: number; parallel: number; size: CellSize } | undefined;

/** A supply of one round cell, which brings its own current to what is round it. */
export const oneRoundCell = supplyPart
  .test('one', (supply: Supplied, context) =>
    !supply || (supply.kind === 'cells' && supply.series === 1 && supply.parallel === 1)
      ? true
      : context.createError({
          path: `${context.path}.series`,
          message: 'There is one cell here, and it brings its own current.',
        }),
  )
  .test('round', (supply: Supplied, context) =>
    !supply || ROUND_SIZES.includes(supply.size)
      ? true
      : context.createError({
          path: `${context.path}.size`,
          message: `Only a round cell will do: ${ROUND_SIZES.join(', ')}.`,
        }),
  );

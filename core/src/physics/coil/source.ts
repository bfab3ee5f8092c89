import {
  benchSupply,
  cellInUse,
  combineCells,
  findCell,
  type Cell,
  type Source,
} from '../supply/index.js';
import type { Supply } from './coil.js';

/** The bench supply, or the cells as they are: measured or typical, used, warm or cold. */
export function sourceOf(supply: Supply): Source {
  const { bench, series, parallel, share = 1 } = supply;
  if (bench) return benchSupply(bench.voltage, bench.currentLimit * share);
  // To one of several it looks like so many fewer cells side by side.
  return combineCells(cellOf(supply), series, parallel * share);
}

/** The typical cell, with what was measured of it in its place. A measured cell is as it is. */
export function cellOf({ chemistry, size, measured, used, temperature }: Supply): Cell {
  const cell = findCell(chemistry, size);
  if (!measured) return cellInUse(cell, used ?? 0, temperature ?? 293.15);
  const { emf, internalResistance } = measured;
  return { ...cell, emf_V: emf, internalResistance_ohm: internalResistance };
}

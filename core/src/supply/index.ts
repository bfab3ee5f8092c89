export {
  CELLS,
  CELL_SIZES,
  CHEMISTRIES,
  findCell,
  fuseFor,
  isDemonstrationSupply,
  type Cell,
  type CellSize,
  type Chemistry,
} from './cells.js';
export { combineCells, measuredResistance, type Source } from './supply.js';

export {
  CELLS,
  CELL_SIZES,
  CHEMISTRIES,
  findCell,
  fuseFor,
  isDemonstrationSupply,
  isSingleCell,
  type Cell,
  type CellSize,
  type Chemistry,
} from './cells.js';
export { cellBody, ROUND_SIZES, type CellBody } from './cell-body.js';
export { cellOnTime, cellPower, trialsOfCharge, WARM_CELL_C } from './cell-heat.js';
export { cellInUse, MOST_USED } from './discharge.js';
export { benchSupply, combineCells, measuredResistance, type Source } from './supply.js';

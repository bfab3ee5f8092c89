export {
  estimateError,
  FINE,
  QUICK,
  QUICK_BARE,
  refinedGrid,
  refinements,
  solveAdaptively,
  type Accuracy,
  type ErrorEstimate,
  type Refined,
} from './adapt.js';
export { fieldAt, type FieldAt } from './field-at.js';
export {
  checkFieldProblem,
  type Ball,
  type FieldProblem,
  type SteelBody,
} from './field-problem.js';
export { forceByVirtualWork, forceOn } from './force.js';
export { GRID, type Grid, type GridOptions, type Rectangle } from './grid.js';
export { fieldEnergy, linkagePerTurn, meanFluxDensity } from './outputs.js';
export { rasterOf, type FieldRaster } from './raster.js';
export { solveField, type FieldSolution, type SolveOptions } from './solve.js';
export { vtuOf } from './vtu.js';

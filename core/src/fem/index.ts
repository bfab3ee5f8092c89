export {
  estimateError,
  FINE,
  FORCES,
  QUICK,
  QUICK_BARE,
  refinedForest,
  adaptiveSolutions,
  SUMS,
  solveAdaptively,
  type Accuracy,
  type ErrorEstimate,
  type AdaptiveStep,
} from './adapt.js';
export { fieldAt, type FieldAt } from './field-at.js';
export { checkFieldProblem, type FieldProblem, type SteelBody } from './field-problem.js';
export { activeTriangles, type RefinementForest } from './refinement-forest.js';
export { forceByVirtualWork, forceOn } from './force.js';
export { GRID, type Grid, type GridOptions } from './grid.js';
export { fieldEnergy, linkagePerTurn, meanFluxDensity } from './outputs.js';
export { rasterOf, type FieldRaster } from './raster.js';
export type { Sphere, Place, Rectangle } from './shapes.js';
export type { FieldSolution } from './solution.js';
export { solveField, type SolveOptions } from './solve.js';
export { vtuOf } from './vtu.js';

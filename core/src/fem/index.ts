export {
  discretise,
  type DiscreteProblem,
  type FieldProblem,
  type SteelBody,
} from './field-problem.js';
export { GRID, type GridOptions, type Rectangle } from './grid.js';
export {
  fieldAt,
  fieldEnergy,
  forceOn,
  linkagePerTurn,
  meanFluxDensity,
  type FieldAt,
} from './outputs.js';
export { rasterOf, type FieldRaster } from './raster.js';
export { solveField, type FieldSolution, type SolveOptions } from './solve.js';

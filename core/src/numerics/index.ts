export { cel, ellipticKE, type EllipticKE } from './elliptic.js';
export {
  gaussLegendre,
  integrate,
  integrateGraded,
  type QuadratureRule,
} from './gauss-legendre.js';
export { leastSquares, type LeastSquares } from './least-squares.js';
export {
  dot,
  factorise,
  multiply,
  solveFactorised,
  solveInPlace,
  type LuFactors,
} from './linear-system.js';
export { MonotoneCubic } from './monotone-cubic.js';
export { findRoot } from './root.js';
export { integrateOde } from './runge-kutta.js';
export { chiSquaredCdf } from './chi-squared.js';
export { fCdf } from './fisher-f.js';
export { normalCdf, normalDensity, normalQuantile } from './normal.js';
export { studentTCdf, studentTQuantile } from './student-t.js';
export { leastSquaresCurve, type CurveFit } from './least-squares-curve.js';
export { goldenSectionSearch, hessianOf } from './golden-section.js';
export { seededRandom, normalFrom, type Random } from './random.js';
export {
  factoriseLdl,
  buildAssemblyTree,
  solveLdl,
  type AssemblyTree,
  type LdlFactors,
  type SymmetricSparse,
} from './frontal-ldl.js';
export { loadKernel, reserve, type KernelMemory } from './kernel.js';
export { lazy } from './lazy.js';

export { saturationFluxDensity, linearCurve, tabulatedCurve, type SteelCurve } from './curve.js';
export { findMaterial, MATERIALS, type Material, type MaterialId } from './materials.js';
export { spheroidFactor } from './spheroid.js';

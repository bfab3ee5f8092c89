export { loopField, loopMutualInductance, type MeridianField } from './loop.js';
export {
  discSolidAngleFraction,
  sheetEndPotential,
  sheetField,
  sheetInductance,
  sheetMutualInductance,
} from './sheet.js';
export {
  thickCoilAxialField,
  thickCoilField,
  thickCoilInductance,
  type ThickCoil,
} from './thick-coil.js';
export {
  compassDeflection,
  EARTH_HORIZONTAL_T,
  loopAmpereTurns,
  straightWireField,
} from './straight-wire.js';
export { coilSheets, magnetSheet, sheetFlux, sheetForce, type CoaxialSheet } from './force.js';

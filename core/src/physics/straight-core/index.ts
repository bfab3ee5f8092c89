export { coilFieldOnCore, sheetsOfBlock, type CurrentSheet } from './coil-on-core.js';
export { segmentCore, type CoreSection, type Segmentation } from './geometry.js';
export { chargePatches, mirrorPatch, type ChargePatch, type FaceCharge } from './charge.js';
export { discShareTable, fieldOfPatches, fluxShare, influenceOfCharges } from './influence.js';
export {
  axialFluxDensity,
  boundaryCharges,
  coreCoenergy,
  coreLinkagePerTurn,
  endFaceFluxDensity,
  sectionFluxDensity,
} from './outputs.js';
export {
  magnetiseCore,
  prepareCore,
  solverMemory,
  type CoreState,
  type PreparedCore,
  type SolverMemory,
} from './solve.js';

export * from './choices.js';
export * from './design.js';
export {
  corePart,
  counted,
  DESIGN_LIMITS,
  leadsPart,
  loadPart,
  supplyPart,
  windingPart,
  wirePart,
} from './parts.js';
export { toLeads, toMagnetDesign, toSupply, toWire } from './si.js';

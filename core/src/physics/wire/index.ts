export { CONDUCTORS, type Conductor, type ConductorId } from './conductors.js';
export { INSULATIONS, overallDiameter, type Insulation } from './insulation.js';
export { massOfMetre } from './mass.js';
export { conductorArea, resistanceOfLength, resistancePerLength } from './resistance.js';
export {
  WIRE_FORMS,
  wireSection,
  type CableJoin,
  type FoilStrip,
  type WireForm,
  type WireSection,
  type WoundWire,
} from './section.js';

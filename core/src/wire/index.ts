export { CONDUCTORS, type Conductor, type ConductorId } from './conductors.js';
export { INSULATIONS, overallDiameter, type Insulation } from './insulation.js';
export { conductorArea, resistancePerLength } from './resistance.js';

export { currentRise, solveCircuit, type CircuitState } from './circuit.js';
export {
  kickWithDiode,
  kickWithoutDiode,
  RECTIFIER,
  storedEnergy,
  TYPICAL_STRAY,
  type Diode,
  type OpenedCoil,
  type Stray,
} from './opening.js';

export { currentRise, solveCircuit, type CircuitState } from './circuit.js';
export {
  kickWithDiode,
  kickWithoutDiode,
  RECTIFIER,
  SPARK_V,
  storedEnergy,
  TYPICAL_STRAY,
  type Diode,
  type OpenedCoil,
  type Stray,
} from './turn-off-transient.js';

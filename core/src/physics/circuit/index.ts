export { currentRise, solveCircuit, type CircuitState } from './circuit.js';
export {
  inductiveSpikeWithDiode,
  inductiveSpikeWithoutDiode,
  RECTIFIER,
  SPARK_V,
  storedEnergy,
  TYPICAL_STRAY,
  type Diode,
  type OpenedCoil,
  type ParasiticElements,
} from './turn-off-transient.js';

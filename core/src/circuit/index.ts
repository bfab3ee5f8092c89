export { currentRise, solveCircuit, type CircuitState } from './circuit.js';

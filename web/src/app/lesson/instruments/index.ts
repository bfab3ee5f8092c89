export { type Reading as InstrumentReading } from './instrument';
export { hasSerial } from './serial-line';
export { ReadOff } from './read-off';

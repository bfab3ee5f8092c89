export { countByMass, type WeighedCount } from './count-by-mass.js';
export { INSTRUMENTS, type InstrumentKind, type InstrumentModel } from './instruments.js';
export {
  ASK_NAME,
  ASK_READING,
  nameLine,
  readingLine,
  readLine,
  SET_ZERO,
  type InstrumentMessage,
} from './protocol.js';
export { standIn, type StandIn } from './stand-in.js';

export {
  preparePair,
  pullOnBridge,
  YOKES,
  type PolePair,
  type PreparedPair,
  type Yoke,
} from './two-pole.js';

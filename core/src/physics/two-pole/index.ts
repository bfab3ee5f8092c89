export { faceFluxDensityOfPair, linkagePerTurnOfPair } from './outputs.js';
export {
  barOf,
  JOINT_GAP_M,
  preparePair,
  pullOnBridge,
  usualBar,
  yokeBox,
  YOKES,
  type PolePair,
  type PreparedPair,
  type Yoke,
  type YokeBar,
} from './two-pole.js';

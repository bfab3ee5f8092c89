export { faceFluxDensityOfPair, linkagePerTurnOfPair } from './outputs.js';
export {
  barOf,
  JOINT_GAP_M,
  preparePair,
  pullOnBar,
  defaultYoke,
  yokeBox,
  YOKES,
  type PolePair,
  type PreparedPair,
  type Yoke,
  type YokeBar,
} from './two-pole.js';

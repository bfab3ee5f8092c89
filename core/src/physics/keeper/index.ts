export {
  pullOnKeeper,
  straightPullingCore,
  type Keeper,
  type KeeperPull,
  type PullingCore,
} from './keeper.js';
export type { AxialCharge } from './pull.js';
export { tiltedMeans, type TiltedFace } from './tilted-gap.js';

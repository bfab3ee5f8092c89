export {
  pullOnKeeper,
  straightPullingCore,
  type Keeper,
  type KeeperPull,
  type PullingCore,
} from './keeper.js';
export { tiltedMeans, type TiltedFace } from './tilted-gap.js';

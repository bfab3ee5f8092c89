export {
  pullOnKeeper,
  straightPullingCore,
  type Keeper,
  type KeeperPull,
  type PullingCore,
} from './keeper.js';

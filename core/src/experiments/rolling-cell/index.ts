export { TRACK_COUNTS, TRACK_LIMITS } from './limits.js';
export { motionOf, type Drive, type Motion } from './motion.js';
export {
  evaluateRollingCell,
  rollingCellCautions,
  trackOfWire,
  TRACK_STATES,
  wireOfTrack,
  withTrackTurns,
  type Facing,
  type Outward,
  type RollingCell,
  type RollingCellEvaluation,
  type TrackEnd,
  type TrackRun,
  type TrackState,
  type Washer,
} from './rolling-cell.js';

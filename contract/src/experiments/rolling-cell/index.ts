export { oneRoundCell } from './one-cell.js';
export {
  BENDS,
  FACINGS,
  newTrack,
  OUTWARDS,
  ROUND_CELLS,
  toRollingCell,
  TRACK_ENDS,
  TRACK_GIVENS,
  trackSchema,
  WASHERS,
  type TrackDocument,
} from './track.js';

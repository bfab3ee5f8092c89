export { PERMANENT_COUNTS, PERMANENT_LIMITS } from './limits.js';
export {
  evaluatePermanent,
  MOST_NAIL_CURRENT,
  type EqualCoil,
  type EqualNail,
  type PermanentEvaluation,
  type PermanentMagnet,
} from './permanent.js';
export { MAGNET_STUFFS, type MagnetMaterial, type MagnetStuffId } from './magnet-materials.js';

export {
  believedScatter,
  predictiveBand,
  PRIOR_BELIEF,
  probabilityAbove,
  updateBelief,
  type Band,
  type ClassBelief,
} from './band.js';

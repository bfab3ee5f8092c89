export {
  believedScatter,
  COUNT_SPREAD,
  predictiveBand,
  PRIOR_BELIEF,
  priorBelief,
  probabilityAbove,
  updateBelief,
  type Band,
  type ClassBelief,
  type Spread,
} from './band.js';

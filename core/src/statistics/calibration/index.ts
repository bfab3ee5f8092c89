export {
  believedScatter,
  COUNT_SPREAD,
  predictiveBand,
  PRIOR_BELIEF,
  priorDistribution,
  probabilityAbove,
  type Band,
  type ClassPosterior,
  type Spread,
} from './band.js';
export { updateClassPosterior, type ClassLearnt, type ClassReading } from './learn-class.js';
export { schoolPosterior, type ClassLesson, type SchoolBelief } from './learn-school.js';
export { truncatedNormal } from './truncated.js';

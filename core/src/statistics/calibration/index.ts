export {
  believedScatter,
  COUNT_SPREAD,
  predictiveBand,
  PRIOR_BELIEF,
  priorBelief,
  probabilityAbove,
  type Band,
  type ClassBelief,
  type Spread,
} from './band.js';
export { learnClass, type ClassLearnt, type ClassReading } from './learn-class.js';
export { schoolBelief, type ClassLesson, type SchoolBelief } from './learn-school.js';
export { truncatedNormal } from './truncated.js';

export {
  cautionsFor,
  LONGEST_TRIAL_S,
  trialOnTime,
  type Caution,
  type CautionCode,
} from './cautions.js';
export {
  judgePlan,
  probabilityInOrder,
  type PlanJudgement,
  type PredictedLevel,
} from './levels.js';
export { simulateCount, simulateGuess, type SimulatedClass } from './simulate.js';

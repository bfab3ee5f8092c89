export type { CheckFinding } from './checks.js';
export {
  findingsOf,
  type FindingGuess,
  type Findings,
  type FindingTrial,
  type KeptPrediction,
  type LevelFinding,
  type Point,
  type SeriesFinding,
} from './findings.js';
export { readingsReport } from './report.js';
export {
  predictionErrorBeforeAfter,
  predictionScores,
  type PredictionError,
  type PredictionScores,
} from './prediction-error.js';
export { trialMinutes } from './trial-minutes.js';

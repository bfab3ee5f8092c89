export { lengthUnit, lengthUnits } from './length-units.js';
export { adaptMeasure } from './adapted-measure.js';
export { caseText, levelWords, typedLevel } from './case-words.js';
export { coilsOf, type CoilOf } from './coils.js';
export {
  againstShelf,
  experimentKit,
  kitOf,
  shortagesOf,
  SLEEVE,
  wireOf,
  type Counted,
  type KitItem,
  type KitOf,
  type Shortage,
} from './kit/index.js';
export { pollQuestion, moreThan, type PollQuestion } from './poll-question.js';
export { prepared, type NamedCase, type Prepared } from './prepared.js';
export { questionText } from './question.js';
export {
  answerOf,
  axisLabel,
  endsText,
  exactText,
  inUnitOf,
  measuredBand,
  measuredText,
  outcomeText,
  shownBand,
  VERDICT_NAMES,
  verdictsText,
  withUnit,
} from './readings.js';
export { remarkText } from './remarks.js';
export { cautionsOf, classCautions, risksOf } from './risks.js';
export { trialSteps } from './trial-steps.js';
export { clearingSteps, packingChecks, troubleshootingTips } from './troubleshooting.js';
export { voteText } from './votes.js';

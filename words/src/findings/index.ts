export { findingsAnswer, type Answer, type AnswerFigure, type AnswerLine } from './answer.js';
export {
  foresightText,
  analysisSentences,
  scoresText,
  type MinutesAt,
} from './analysis-sentences.js';
export { conclusionOf, type Conclusion, type Reader } from './conclusion.js';
export {
  allSentences,
  beliefText,
  checkSentences,
  censoredText,
  groupRows,
  conclusionsOf,
  levelRows,
  pairRows,
  type GroupRow,
  type LevelRow,
  type PairRow,
} from './findings-words.js';
export {
  endsRows,
  objectRows,
  objectsConclusion,
  objectsGuess,
  switchedRows,
  type EndsRow,
  type ObjectRow,
  type SwitchedRow,
} from './residual-tables.js';
export {
  CURVE_NAMES,
  equationText,
  factorWords,
  slopeText,
  type FactorWords,
  type Answers,
  type Reason,
  type Statement,
} from './sentence-words.js';
export { learntText, nextText, shownText } from './teaching-words.js';

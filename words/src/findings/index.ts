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
  conclusionsOf,
  levelRows,
  pairRows,
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
  type Statement,
} from './sentence-words.js';
export { learntText, nextText, shownText } from './teaching-words.js';

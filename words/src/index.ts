export { byGravity, cautionText, OWN_RULES } from './cautions.js';
export { changeText, gainText, priceText } from './changes.js';
export {
  bankText,
  cellsSentence,
  packOf,
  chainSentence,
  layersSentence,
  loadSentence,
  openingSentence,
  residualSentence,
  takingText,
} from './lift-sentences.js';
export {
  bandText,
  countText,
  howMany,
  massText,
  objectWord,
  percentText,
  secondsText,
  wireText,
} from './format.js';
export { amountText, cellText, coreText, shelfText, supplyText, wireLine } from './things.js';
export { namesOf } from './names.js';
export { completeUnit, stepQuantity } from './steps.js';
export { learntSentence, liftSentence, limitSentence } from './magnet-sentence.js';
export {
  answerOf,
  axisLabel,
  inUnitOf,
  measuredBand,
  measuredText,
  outcomeText,
  VERDICT_NAMES,
  verdictsText,
} from './readings.js';
export { caseText, levelWords, typedLevel } from './case-words.js';
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
export { questionText } from './question.js';
export { prepared, type NamedCase, type Prepared } from './prepared.js';
export { lengthUnits, type LengthUnits } from './units.js';
export { benchSteps } from './bench-steps.js';
export { remarkText } from './remarks.js';
export { checkWords, placeWords } from './winding-words.js';
export { checksOf, troublesOf } from './troubles.js';
export { batteryWords } from './battery-words.js';
export { cautionsOf, classCautions, risksOf } from './risks.js';
export { coilsOf, type CoilOf } from './coils.js';
export { asDone } from './as-done.js';
export { asked, moreThan, type Asked } from './asked.js';
export { voteText } from './votes.js';
export { foresightText, saidOf, scoresText, type MinutesAt } from './said.js';
export {
  CURVE_NAMES,
  equationText,
  factorWords,
  slopeText,
  type FactorWords,
  type Said,
} from './said-words.js';
export { conclusionOf, type Conclusion, type Reader } from './conclusion.js';
export {
  allSaid,
  beliefText,
  besidesSaid,
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
} from './bench-tables.js';
export { sideEffectText } from './side-effects.js';
export { learntText, nextText, shownText } from './teaching-words.js';
export { wayEffect, wayText } from './ways-out.js';
export { heapAccuracyText } from './heap-accuracy.js';

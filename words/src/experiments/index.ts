export { batteryWords } from './battery-words.js';
export { byGravity, cautionText, OWN_RULES } from './cautions.js';
export { changeText, gainText, priceText } from './changes.js';
export { heapAccuracyText } from './heap-accuracy.js';
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
export { learntSentence, liftSentence, limitSentence } from './magnet-sentence.js';
export { sideEffectText } from './side-effects.js';
export { wayEffect, wayText } from './ways-out.js';
export { checkWords, placeWords } from './winding-words.js';

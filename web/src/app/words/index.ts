export { byGravity, cautionText, OWN_RULES } from './cautions';
export { changeText, gainText, priceText } from './changes';
export {
  cellsSentence,
  chainSentence,
  layersSentence,
  loadSentence,
  openingSentence,
  residualSentence,
  TAKING_CELLS,
} from './lift-sentences';
export {
  bandText,
  countText,
  howMany,
  massText,
  objectWord,
  percentText,
  secondsText,
  wireText,
} from './format';
export { amountText, cellText, coreText, shelfText, supplyText, wireLine } from './things';
export { namesOf } from './names';
export { completeUnit, stepQuantity } from './steps';
export { learntSentence, liftSentence, limitSentence } from './magnet-sentence';
export { axisLabel, inUnitOf, measuredBand, measuredText, outcomeText } from './readings';

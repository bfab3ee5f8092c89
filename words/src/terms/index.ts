export {
  amountText,
  cellText,
  coreText,
  shelfText,
  supplyText,
  wireLine,
} from './component-names.js';
export {
  bandText,
  countText,
  howMany,
  listText,
  massText,
  objectWord,
  percentText,
  secondsText,
  wireText,
} from './format.js';
export { namesOf } from './names.js';
export { completeUnit, stepQuantity } from './steps.js';
export { unitsOf, type LengthUnits } from './units.js';

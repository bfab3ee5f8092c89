export {
  BOUNCES,
  FILING,
  GriddedField,
  patternOf,
  applyBounce,
  SHEET,
  sprinkle,
  sprinkleOn,
  uprightThreshold,
  rotationThreshold,
  type Filings,
  type Pattern,
} from './filings.js';
export { BAGGED, collectFilings, gatherRadius } from './gather.js';
export { FILING_COUNTS, FILING_LIMITS } from './limits.js';
export { wireHeating, type WireHeating } from './heating.js';
export {
  fieldOnSheet,
  FILING_SOURCES,
  isCurrentSource,
  type FilingSource,
  type FilingSourceKind,
  type SheetField,
  type SheetVector,
} from './sources.js';

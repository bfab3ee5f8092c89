export {
  BOUNCES,
  FILING,
  GriddedField,
  patternOf,
  settle,
  SHEET,
  sprinkle,
  sprinkleOn,
  standingField,
  turningField,
  type Filings,
  type Pattern,
} from './filings.js';
export { BAGGED, gather, gatherRadius } from './gather.js';
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

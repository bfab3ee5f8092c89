export {
  ALIKE,
  filingsSchema,
  newFilings,
  toFilingSource,
  withSource,
  type FilingsDocument,
} from './filings.js';

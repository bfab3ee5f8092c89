export {
  readReferenceFile,
  ReferenceFileError,
  type CheckLine,
  type ReferenceCase,
  type ReferenceFile,
} from './case-file.js';
export { steelProblemOf } from './field-cases.js';
export { checkCase } from './check.js';
export { TOLERANCES } from './tolerances.js';

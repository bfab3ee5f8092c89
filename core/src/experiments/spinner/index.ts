export { SPINNER_COUNTS, SPINNER_LIMITS } from './limits.js';
export { armOf, armSums, SPINNER_SHAPES, type Corner, type SpinnerShape } from './shape.js';
export {
  evaluateSpinner,
  SPINNER_STATES,
  spinnerCautions,
  TOUCHES,
  type Spinner,
  type SpinnerEvaluation,
  type SpinnerState,
  type Touch,
} from './spinner.js';

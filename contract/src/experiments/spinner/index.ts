export { newSpinner, POLES_UP, spinnerSchema, toSpinner, type SpinnerDocument } from './spinner.js';

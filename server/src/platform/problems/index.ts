export { clientFault } from './client-fault.js';
export { asLogged, isDiskFull, problems, sendProblem } from './plugin.js';
export { ProblemError } from './problem-error.js';

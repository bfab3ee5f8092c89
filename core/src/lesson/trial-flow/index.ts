export {
  countTurns,
  windingPlace,
  type CountedTurns,
  type Shown,
  type WindingPlace,
} from './count-turns.js';
export { nextLoad, type Expected, type LoadBracket } from './staircase.js';
export { nextInOrder } from './order.js';
export { remarksOn, type ReadAt, type Remark } from './remarks.js';
export { restNeeded, warmestBefore, warmthAt, type Heated } from './rest.js';

export { nextInOrder } from './order.js';
export { remarksOn, type ReadAt, type Remark } from './remarks.js';
export { restNeeded, warmthAt, type Heated } from './rest.js';

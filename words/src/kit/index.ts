export { experimentKit, type Counted } from './experiment-kit.js';
export { kitOf, type KitItem } from './kit.js';
export { shortagesOf } from './shortages.js';

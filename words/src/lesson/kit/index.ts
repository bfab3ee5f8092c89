export { experimentKit, type Counted } from './experiment-kit.js';
export { againstShelf, kitOf, SLEEVE, wireOf, type KitItem, type KitOf } from './kit.js';
export { shortagesOf, type Shortage } from './shortages.js';

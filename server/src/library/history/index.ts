export { withChanges } from './changes.js';
export { earlierOf, keepBefore, removedFromShelf } from './repository.js';

export { withChanges } from './changes.js';
export { listRevisions, saveRevision, removedFromShelf } from './repository.js';

export { benchStore, type OutgoingRecord } from './bench-store';
export { DraftSync } from './draft-sync';
export { NotKept, Outbox, type Delivery } from './outbox';
export { changedPaths, SavedDocument, type SaveProgress, type SaveState } from './saved-document';
export { queueFile } from './queue-file';
export { debouncedValue } from './debounced-value';

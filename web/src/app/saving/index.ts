export { benchStore, type OutgoingRecord } from './bench-store';
export { NotKept, Outbox } from './outbox';
export { changedPaths, SavedDocument, type SaveProgress, type SaveState } from './saved-document';
export { restedValue } from './rested';

export { benchStore, type OutgoingRecord } from './bench-store';
export { Outbox } from './outbox';
export { SavedDocument, type SaveProgress, type SaveState } from './saved-document';
export { Server, ServerAway, ServerRefusal } from './server';

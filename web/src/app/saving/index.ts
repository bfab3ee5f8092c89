export { benchStore, type OutgoingRecord } from './bench-store';
export { Outbox } from './outbox';
export { SavedDocument, type SaveProgress, type SaveState } from './saved-document';
export { ServerAway, ServerRefusal } from './outcomes';
export { Server } from './server';

// jsdom has no IndexedDB; this must stand before Dexie looks for one.
import 'fake-indexeddb/auto';

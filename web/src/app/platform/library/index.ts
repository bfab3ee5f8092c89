export { libraryReady } from './library-ready';

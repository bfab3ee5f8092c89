export { currentAddress } from './former-addresses.js';
export { shutdown } from './shutdown.js';
export { namedFile } from './file-name.js';
export { clientAbortSignal } from './client-abort.js';
export { security } from './security.js';
export { threadFile } from './thread-file.js';
export { byId, validation, type ById } from './validation.js';
export { webApplication } from './web-application.js';

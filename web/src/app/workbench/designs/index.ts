export { DocumentBar, type MenuEntry } from './document-bar';
export { readDocument } from './document-file';
export { DropFile } from './drop-file';
export { hasFault } from './has-fault';
export { StandaloneDesign } from './standalone-design';
export { StandalonePage } from './standalone-page';
export type { Offer } from './open-design-dialog';

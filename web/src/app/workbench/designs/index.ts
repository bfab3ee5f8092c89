export { DocumentBar, type MenuEntry } from './document-bar';
export { readDocument } from './document-file';
export { DropFile } from './drop-file';
export { hasFault } from './has-fault';
export { StandingDesign } from './standalone-design';
export { StandingPage } from './standalone-page';
export type { Offer } from './open-design-dialog';

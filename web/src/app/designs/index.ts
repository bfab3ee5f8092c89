export { DocumentBar, type MenuEntry } from './document-bar';
export { readDocument } from './document-file';
export { DropFile } from './drop-file';
export { hasFault } from './has-fault';
export { StandingDesign } from './standing-design';
export { StandingPage } from './standing-page';
export type { Offer } from './take-dialog';

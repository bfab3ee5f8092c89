export { DocumentBar } from './document-bar';
export { readDocument } from './document-file';
export { StandingDesign } from './standing-design';
export { StandingPage } from './standing-page';

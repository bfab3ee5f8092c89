export { Notice } from './notice';
export { OpenDocuments, SaveStatus } from './save-status';
export type { MarkState } from './state-mark';

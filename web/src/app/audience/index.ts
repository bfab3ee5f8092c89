export { AskAudience, type Voted } from './ask-audience';
export { VoteCode } from './vote-code';
export { asked, type Asked } from './asked';

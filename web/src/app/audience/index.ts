export { AskAudience, type Voted } from './ask-audience';
export { VoteCode } from './vote-code';

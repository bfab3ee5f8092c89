export { AskAudience, type Voted } from './ask-audience';

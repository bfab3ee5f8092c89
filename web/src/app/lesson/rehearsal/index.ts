export { RehearsalBar } from './rehearsal-bar';
export { RehearsalPlayer, type BenchHand, type Moment } from './rehearsal-player';
export { RehearseButton } from './rehearse-button';

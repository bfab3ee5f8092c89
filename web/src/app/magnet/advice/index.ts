export { inTypedUnit, applyChange } from './apply-change';
export { BetterChanges } from './better-changes';
export { factsOf, liftFactsOf } from './facts';
export { withShape } from './with-shape';

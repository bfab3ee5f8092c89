export { inTypedUnit, applyChange } from './apply-change';
export { BetterChanges } from './better-changes';
export { decidingFacts, factsOf, liftFactsOf } from './facts';
export { withShape } from './with-shape';

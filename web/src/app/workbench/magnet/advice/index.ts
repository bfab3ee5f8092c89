export { inTypedUnit, applyChange } from './apply-change';
export { BetterChanges } from './better-changes';
export { decidingFacts, factsOf, liftFactsOf } from './facts';
export { followCore } from './follow-core';
export { withShape } from './with-shape';

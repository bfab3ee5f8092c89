export { compareTiers, tierMatrix, type RodCase, type TierDifference } from './compare-tiers.js';

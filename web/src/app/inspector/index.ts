export { CautionList } from './caution-list';
export { type Fact } from './fact';
export { FactsGrid } from './facts-grid';

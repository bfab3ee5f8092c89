export { factorAxis } from './factor-axis';
export { InvestigationStore, type NamedCase } from './investigation-store';

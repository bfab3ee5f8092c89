export { BenchClock } from './bench-clock';
export { factorAxis } from './factor-axis';
export { InvestigationStore, type NamedCase } from './investigation-store';
export { tableWork, type TableWork } from './table-work';

export { EXPERIMENT_VIEWS, type ExperimentView } from './experiment-views';
export { experimentKit, type Counted } from './experiment-kit';

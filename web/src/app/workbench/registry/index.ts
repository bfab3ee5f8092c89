export { EXPERIMENT_VIEWS, type ExperimentView } from './experiment-views';

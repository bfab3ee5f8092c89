export { DesignModel, type DesignRules } from './design-model';
export { ExperimentDesigner } from './experiment-designer';

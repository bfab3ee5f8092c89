export {
  findHead,
  findPredictions,
  findReadings,
  insertInvestigation,
  toPrediction,
  toReading,
} from './repository.js';
export { investigationRoutes } from './routes.js';
export { investigationService, requireOfExperiment } from './service.js';

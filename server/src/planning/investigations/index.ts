export {
  findHead,
  findPredictions,
  findReadings,
  insertInvestigation,
  toPrediction,
  toReading,
} from './repository.js';
export { investigationRoutes } from './routes.js';
export { calibrationRoutes } from './calibration-routes.js';
export { changePlan, investigationService, requireOfExperiment } from './service.js';

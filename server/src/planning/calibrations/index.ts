export {
  findCalibration,
  forget,
  saveCalibration,
  calibrationFor,
  calibrationKey,
} from './repository.js';

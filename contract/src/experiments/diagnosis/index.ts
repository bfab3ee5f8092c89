export {
  diagnosisSchema,
  gaugeReading,
  gaugeValue,
  NO_READING,
  toEvidence,
  type DiagnosisDocument,
} from './diagnosis.js';

export { CAUSE_IDS, CAUSES, causesOf, type Cause, type CauseId } from './causes.js';
export {
  CHECK_IDS,
  CHECKS,
  GAUGE_IDS,
  GAUGES,
  SYMPTOM_IDS,
  SYMPTOMS,
  TOOLS,
  type Check,
  type CheckId,
  type Gauge,
  type GaugeId,
  type SymptomId,
  type ToolId,
} from './checks.js';
export {
  diagnose,
  SURE,
  symptomChances,
  workshopOf,
  type Diagnosis,
  type Evidence,
  type NextTest,
  type TestId,
  type DiagnosisModel,
} from './diagnose.js';
export { diagnosisReport } from './report.js';
export {
  faultyBench,
  healthyCircuit,
  type FaultyCircuit,
  type SoundBench,
} from './faulty-bench.js';

export {
  answerOf,
  bestSearch,
  hideFault,
  MOST_SEED,
  readingOf,
  trainingMagnets,
  type HiddenFault,
} from './hidden-fault.js';
export {
  applyAction,
  beginTraining,
  BENCH_PARTS,
  SAFETY_VIOLATIONS,
  mayBeOn,
  scoreOf,
  type Action,
  type BenchPartId,
  type HarmId,
  type LogEntry,
  type Score,
  type Training,
} from './training.js';

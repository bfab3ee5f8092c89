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
  act,
  beginTraining,
  BENCH_PARTS,
  HARMS,
  mayBeOn,
  scoreOf,
  type Action,
  type BenchPartId,
  type HarmId,
  type Noted,
  type Score,
  type Training,
} from './training.js';

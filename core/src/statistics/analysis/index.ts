export {
  analyse,
  analyseYesNo,
  curveIn,
  standingOut,
  type Analysis,
  type Drift,
  type LevelAnalysis,
  type OrderedReading,
  type Pair,
  type RankedCurve,
} from './analysis.js';
export {
  anova,
  kruskalWallis,
  trendTest,
  welch,
  type Anova,
  type Difference,
  type RankTest,
} from './compare.js';
export { groupsDiffer } from './answer-line.js';
export { CURVE_IDS, fitCurve, type CurveId, type FittedCurve } from './curves.js';
export { fitWithGroups, type GroupEffect } from './random-effects.js';
export { alikeOver } from './across-series.js';
export { fitPowerTrend } from './power-trend.js';
export { isExact, type Reading } from './reading.js';
export { fisherExact, shareDifference, type Share, type SharePair } from './proportions.js';
export { singleTrialsMislead } from './single-trials.js';
export { summarise, type Summary } from './summary.js';
export { unusual } from './outliers.js';
export { whatNext, type NextTrial } from './optimal-design.js';
export { fitYesNo, shareInterval, type YesNo } from './logistic-regression.js';

export {
  analyse,
  analyseYesNo,
  curveIn,
  findOutliers,
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
export { fitMixedModel, type GroupEffect } from './random-effects.js';
export { equallySupportedInAll } from './across-series.js';
export { fitPowerTrend } from './power-trend.js';
export { isUncensored, type Reading } from './reading.js';
export {
  fisherExact,
  proportionDifference,
  type Proportion,
  type ProportionPair,
} from './proportions.js';
export { singleTrialsMislead } from './single-trials.js';
export { summarise, type Summary } from './summary.js';
export { isOutlier } from './outliers.js';
export { nextDesignPoint, type NextTrial } from './optimal-design.js';
export { fitLogistic, shareInterval, type YesNo } from './logistic-regression.js';

import {
  findOutliers,
  type Analysis,
  type OrderedReading,
  type FittedCurve,
  type GroupEffect,
} from '../../statistics/index.js';

/** A number as JSON has it: null for what is not finite. */
type Maybe = number | null;

const maybe = (value: number | undefined): Maybe =>
  value !== undefined && Number.isFinite(value) ? value : null;

/**
 * Everything that is computed of one line of readings, for files and the command line; keys and
 * units in docs/formats.md. Values are in the unit of the readings.
 * @param levels their names, by number.
 * @param resolution one step of a reading, for outliers.
 */
export function readingsReport(
  readings: readonly OrderedReading[],
  analysis: Analysis,
  levels: readonly string[],
  resolution = 0,
): Record<string, unknown> {
  const { anova, trend, ranks, drift } = analysis;
  return {
    n: readings.length,
    levels: analysis.levels.map(({ level, x, summary, hidden }) => ({
      level: levels[level] ?? String(level),
      x: maybe(x),
      n: summary.n,
      mean: summary.mean,
      sd: maybe(summary.deviation),
      se: maybe(summary.standardError),
      ci95_half: maybe(summary.interval95),
      least: summary.least,
      greatest: summary.greatest,
      censored: hidden,
    })),
    scatter: analysis.scatter,
    models: analysis.curves.map(({ curve, behind, weight }) => ({
      ...modelOf(curve),
      delta_aicc: behind,
      akaike_weight: weight,
    })),
    unranked: analysis.unranked.map(modelOf),
    line: analysis.leastSquaresLine && modelOf(analysis.leastSquaresLine),
    cannot_be_told_apart: analysis.equallySupported,
    anova: anova && {
      ss_between: anova.between.sumOfSquares,
      df_between: anova.between.degreesOfFreedom,
      ms_between: anova.between.meanSquare,
      ss_within: anova.within.sumOfSquares,
      df_within: anova.within.degreesOfFreedom,
      ms_within: anova.within.meanSquare,
      f: maybe(anova.f),
      p: maybe(anova.p),
      r_squared: maybe(anova.rSquared),
    },
    with_groups: {
      line: withGroups(analysis.lineWithGroups, ['intercept', 'slope']),
      means: withGroups(
        analysis.meansWithGroups,
        analysis.levels.map(({ level }) => levels[level] ?? String(level)),
      ),
    },
    tests: {
      kruskal_wallis: ranks && { h: ranks.statistic, df: analysis.levels.length - 1, p: ranks.p },
      jonckheere: trend && { z: trend.statistic, p: trend.p },
      welch: analysis.pairs.map((pair) => ({
        first: levels[pair.first],
        second: levels[pair.second],
        difference: pair.difference,
        se: pair.standardError,
        df: pair.degreesOfFreedom,
        t: pair.t,
        p: pair.p,
        ci95_half: pair.interval95,
      })),
      fisher: analysis.sharePairs.map(({ first, second, difference, low, high, p }) => ({
        first: levels[first],
        second: levels[second],
        difference,
        ci95: [low, high],
        p,
      })),
    },
    drift: drift && {
      per_trial: drift.perTrial,
      ci95_half: drift.interval95,
      p: drift.p,
    },
    repeats_next_time: analysis.requiredSampleSize,
    yes_no: analysis.yesNo && { p: analysis.yesNo.p, half_yes: analysis.yesNo.ec50 },
    unusual: findOutliers(readings, resolution),
  };
}

function modelOf(curve: FittedCurve): Record<string, unknown> {
  return {
    id: curve.id,
    n: curve.n,
    coefficients: Object.fromEntries(curve.names.map((name, j) => [name, curve.coefficients[j]])),
    standard_errors: Object.fromEntries(
      curve.names.map((name, j) => [name, curve.standardErrors[j]]),
    ),
    df: curve.degreesOfFreedom,
    residual_sd: curve.residualDeviation,
    r_squared: maybe(curve.rSquared),
    log_likelihood: curve.logLikelihood,
    aicc: maybe(curve.aicc),
  };
}

function withGroups(
  fit: GroupEffect | null,
  names: readonly string[],
): Record<string, unknown> | null {
  if (!fit) return null;
  const by = (values: readonly number[]): Record<string, Maybe> =>
    Object.fromEntries(names.map((name, j) => [name, maybe(values[j])]));
  return {
    coefficients: by(fit.coefficients),
    standard_errors: by(fit.standardErrors),
    df: by(fit.degreesOfFreedom),
    ci95_half: by(fit.intervals95),
    sd_between_groups: fit.betweenGroupSd,
    sd_within_group: fit.withinGroupSd,
  };
}

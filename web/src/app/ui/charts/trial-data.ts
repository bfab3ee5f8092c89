import type { XAxis } from './scales';

/** One trial as a point, in the units of the axes. */
export interface ChartPoint {
  readonly x: number;
  readonly y: number;
  /** Ends of what is known of it, where it is an interval. */
  readonly from: number | null;
  readonly to: number | null;
  /** Index of its group and of its line. */
  readonly group: number;
  readonly series: number;
  /** At least so much: the tray was empty, or it never dropped. */
  readonly censored: boolean;
  /** Stands out among the readings of its level. */
  readonly unusual: boolean;
  /** What it is, for the reader of screens and for the pointer. */
  readonly label: string;
}

export interface ChartMean {
  readonly x: number;
  readonly series: number;
  readonly mean: number;
  /** Ends of its bar, NaN where there is none. */
  readonly low: number;
  readonly high: number;
}

export interface ChartCurve {
  readonly x: number;
  readonly low: number;
  readonly median: number;
  readonly high: number;
}

/** A line of its own: the model's band, and what was laid through the readings, point by point. */
export interface ChartSeries {
  readonly name: string;
  readonly curve: readonly ChartCurve[];
  /** The band with what this class has shown; null where that is not drawn. */
  readonly learnt: readonly ChartCurve[] | null;
  readonly fit: readonly ChartEnd[] | null;
}
export interface ChartEnd {
  readonly x: number;
  readonly y: number;
}

export interface TrialChartData {
  readonly across: XAxis;
  readonly upLabel: string;
  readonly points: readonly ChartPoint[];
  readonly groups: readonly string[];
  readonly means: readonly ChartMean[];
  readonly series: readonly ChartSeries[];
  /** What the fitted curves are called where they end. */
  readonly fitName: string;
  /** Both axes by their logarithms: what is not above zero has no place there. */
  readonly log: boolean;
  /** Bars from nothing to the means, of levels that stand in no order. */
  readonly bars?: boolean;
}

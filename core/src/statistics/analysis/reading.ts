/** One reading as the statistics see it: in whatever unit, against a number or a level. */
export interface Reading {
  /** In the factor's unit; NaN if the levels have no order. */
  readonly x: number;
  readonly y: number;
  /** Between which values it lies, where that is all that is known of it. */
  readonly interval?: readonly [number, number] | null;
  /** The ceiling was reached: it is at least y. */
  readonly rightCensored?: boolean;
  /** Which level it is of, and which group read it, by number. */
  readonly level: number;
  readonly group: number;
}

/** Whether all that is known of a reading is its number. */
export const isUncensored = ({ interval, rightCensored }: Reading): boolean =>
  !interval && !rightCensored;

export { asPng, asSvg } from './as-picture';
export { numberedAxis } from './axes';
export { Chart } from './chart';
export { ChartHandle, type ChartPlace } from './chart-handle';
export { AxisChart } from './axis-chart';
export { CellsChart } from './cells-chart';
export type { AcrossAxis, ChartBox } from './places';
export { FrontChart } from './front-chart';
export { LevelStrip, type LevelMove, type StripData } from './level-strip';
export { LoadChart } from './load-chart';
export { markerColour, markerPath } from './markers';
export { Sparkline } from './sparkline';
export {
  TrialChart,
  type ChartCurve,
  type ChartEnd,
  type TrialChartData,
  type TrialPlaces,
} from './trial-chart';
export { Timeline, type EdgeShift, type TimelineData } from './timeline';

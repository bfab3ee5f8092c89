export { AxisChart } from './axis-chart';
export { CellsChart } from './cells-chart';
export { type AcrossAxis } from './chart-frame';
export { FrontChart } from './front-chart';
export { LevelStrip, type LevelMove, type StripData } from './level-strip';
export { LoadChart } from './load-chart';
export { markerColour, markerPath } from './markers';
export { Sparkline } from './sparkline';
export { TrialChart, type ChartCurve, type TrialChartData } from './trial-chart';

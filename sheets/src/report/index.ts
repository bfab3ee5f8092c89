import type { Page } from '../page/index.js';
import { svgOf } from '../page/index.js';
import { findingsChart } from './findings-chart.js';
import { reportPages } from './report.js';
import { reportedOf, type ReportedInvestigation, type ReportSettings } from './reported.js';

export type { ReportedInvestigation, ReportSettings } from './reported.js';

/** The pages of the report, the same from the button and the command. */
export const reportOf = (
  investigation: ReportedInvestigation,
  settings: ReportSettings = {},
): Page[] => reportPages(reportedOf(investigation, settings));

/** Size of the chart as a picture of its own, mm. */
const PICTURE = { width: 180, height: 120 };

/** The chart of the trials as SVG; null where what was measured makes none. */
export function chartPicture(investigation: ReportedInvestigation): string | null {
  const frame = { x: 4, y: 6, width: PICTURE.width - 8, height: PICTURE.height - 10 };
  const marks = findingsChart(reportedOf(investigation, {}), frame);
  return marks && svgOf(marks, PICTURE, investigation.plan.title);
}

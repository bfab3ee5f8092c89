import type { Investigation } from '@nab/contract/lesson';
import { reportOf, writePdf, type ReportSettings } from '@nab/sheets';
import { dataPackageOf } from './data-package.js';
import { workbookOf } from './workbook.js';

/** What a thread is asked to make of an investigation. */
export type ExportOrder = { readonly investigation: Investigation } & (
  | { readonly as: 'pages' | 'pdf'; readonly settings: ReportSettings }
  | { readonly as: 'package' | 'workbook' }
);

/** Runs in a thread of its own, so that nobody waits for a reading to be taken meanwhile. */
export default async function exportInvestigation(
  order: ExportOrder,
): Promise<Uint8Array | string> {
  const { investigation } = order;
  switch (order.as) {
    case 'pages':
      return JSON.stringify({ pages: reportOf(investigation, order.settings) });
    case 'pdf':
      return writePdf(reportOf(investigation, order.settings), investigation.plan.title);
    case 'package':
      return dataPackageOf(investigation);
    case 'workbook':
      return workbookOf(investigation);
  }
}

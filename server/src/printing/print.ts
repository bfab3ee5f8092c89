import type { ExperimentDocument, Plan, Printing } from '@nab/contract';
import { printed, writePdf, type Page } from '@nab/sheets';

/** What a thread is asked for: the pages themselves, or a PDF of them. */
export interface PrintOrder {
  readonly plan: Plan;
  readonly document: ExperimentDocument;
  readonly printing: Printing;
  readonly as: 'pages' | 'pdf';
}

/** Runs in a thread of the pool, so that nobody waits for a reading to be taken meanwhile. */
export default async function print({
  plan,
  document,
  printing,
  as,
}: PrintOrder): Promise<readonly Page[] | Uint8Array> {
  const pages = printed(plan, document, printing);
  return as === 'pages' ? pages : writePdf(pages, plan.title);
}

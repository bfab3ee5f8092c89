import type { ExperimentDocument } from '@nab/contract/experiments';
import type { Learnt, Plan, Printing } from '@nab/contract/lesson';
import { printed, writePdf } from '@nab/sheets';

/** What a thread is asked for: the pages themselves, or a PDF of them. */
export interface PrintOrder {
  readonly plan: Plan;
  readonly document: ExperimentDocument;
  readonly printing: Printing;
  readonly learnt: Learnt | null;
  readonly as: 'pages' | 'pdf';
}

/** What a thread sends back: pages as the JSON text of an answer, a PDF in base 64. */
export interface Printed {
  readonly text: string;
}

/** Runs in a thread of the pool, so that nobody waits for a reading to be taken meanwhile. */
export default async function print({
  plan,
  document,
  printing,
  learnt,
  as,
}: PrintOrder): Promise<Printed> {
  const pages = printed(plan, document, printing, learnt);
  if (as === 'pages') return { text: JSON.stringify({ pages }) };
  return { text: Buffer.from(await writePdf(pages, plan.title)).toString('base64') };
}

import {
  sheetsIn,
  USUAL_LESSON,
  type Learnt,
  type Plan,
  type Printing,
} from '@nab/contract/lesson';
import type { ExperimentDocument } from '@nab/contract/experiments';
import { prepared } from '@nab/words/lesson';
import type { Page } from './page/index.js';
import { pagesOf } from './sheets/index.js';

/** The pages of an investigation, as the button and the command print them alike. */
export function printed(
  plan: Plan,
  document: ExperimentDocument,
  printing: Printing = {},
  learnt: Learnt | null = null,
): Page[] {
  const { paper, reader } = printing;
  const settings = {
    ...(plan.lesson ?? USUAL_LESSON),
    ...(paper && { paper }),
    ...(reader && { reader }),
  };
  return pagesOf(prepared(plan, document, settings, learnt), sheetsIn(printing));
}

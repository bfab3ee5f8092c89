import { PAPERS } from '@nab/contract/lesson';
import type { Prepared } from '@nab/words/lesson';
import { Flow, type Page } from '../page/index.js';

/** Makes the pages of one kind of sheet. */
export type Sheet = (of: Prepared) => readonly Page[];

/** A flow of pages on the lesson's paper. */
export function flowFor({ settings, plan }: Prepared, what: string): Flow {
  return new Flow(PAPERS[settings.paper], `${plan.title} · ${what}`);
}

export const isPlain = ({ settings }: Prepared): boolean => settings.reader === 'plain';

import { object, string, type Schema } from 'yup';
import { choice } from '../../fields/index.js';
import { PAPERS, SHEET_READERS, type Paper, type SheetReader } from './lesson.js';

/** How a report is printed; as the lesson's sheets where nothing is said. */
export interface ReportAsk {
  readonly paper?: Paper | undefined;
  readonly reader?: SheetReader | undefined;
}

export const reportSettingsSchema = object({
  paper: choice<Paper>(PAPERS, 'a paper').optional(),
  reader: choice<SheetReader>(SHEET_READERS, 'for whom it is written').optional(),
})
  .noUnknown()
  .required() as unknown as Schema<ReportAsk>;

/** How a file is taken in: as itself, or as a copy with ids of its own. */
export interface TakeInAsk {
  readonly as?: 'itself' | 'copy' | undefined;
}

export const takeInSchema = object({
  as: string().oneOf(['itself', 'copy'], 'Take it in as itself or as a copy.').optional(),
})
  .noUnknown()
  .required() as unknown as Schema<TakeInAsk>;

/** What was taken in. */
export interface ImportedInvestigation {
  readonly id: string;
  readonly title: string;
}

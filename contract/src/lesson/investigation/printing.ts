import { object, string, type Schema } from 'yup';
import { experimentDocumentSchema, type ExperimentDocument } from '../../experiments/index.js';
import { choice } from '../../fields/index.js';
import { PAPERS, SHEET_READERS, type Paper, type SheetReader } from './lesson.js';
import { planSchema, type Plan } from './plan.js';

/** Every printed sheet with what it is, in the order in which they are printed. */
export const SHEETS = {
  pupil: 'A sheet for each group',
  'four-box': 'Four boxes for young pupils',
  educator: 'For the educator',
  cards: 'Winding cards at true size',
  labels: 'Labels for the coils',
  kit: 'To prepare: cut, wind, pack, check',
  risk: 'Risk notes',
} as const;
export type SheetId = keyof typeof SHEETS;
export const SHEET_IDS = Object.keys(SHEETS) as SheetId[];

/** What is printed, and on what; what is not said is as the lesson has it, and every sheet. */
export interface Printing {
  readonly paper?: Paper | undefined;
  readonly reader?: SheetReader | undefined;
  /** Sheets with commas between them. */
  readonly sheets?: string | undefined;
}

/** The sheets of a list with commas; all of them when nothing is said. */
export const sheetsIn = ({ sheets }: Printing): readonly SheetId[] =>
  sheets === undefined ? SHEET_IDS : (sheets.split(',').filter(Boolean) as SheetId[]);

export const printingSchema = object({
  paper: choice<Paper>(PAPERS, 'a paper').optional(),
  reader: choice<SheetReader>(SHEET_READERS, 'for whom it is written').optional(),
  sheets: string()
    .test(
      'sheets',
      `Choose sheets from the list: ${SHEET_IDS.join(', ')}.`,
      (text) =>
        text === undefined ||
        (text !== '' && text.split(',').every((id) => (SHEET_IDS as string[]).includes(id))),
    )
    .optional(),
})
  .noUnknown()
  .required() as unknown as Schema<Printing>;

/** An investigation in a file: what the server answers with, of which plan and design are needed. */
export interface InvestigationFile {
  readonly plan: Plan;
  readonly design: { readonly design: ExperimentDocument };
}

export const investigationFileSchema = object({
  plan: planSchema.required('The plan is missing: is this an investigation’s file?'),
  design: object({ design: experimentDocumentSchema }).required('The design is missing.'),
}).required() as unknown as Schema<InvestigationFile>;

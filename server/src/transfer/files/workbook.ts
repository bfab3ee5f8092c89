import { foldTrials, toFindings, toLessonPlan, type Investigation } from '@nab/contract/lesson';
import { casesOf, findingsOf } from '@nab/core/lesson';
import { levelRows } from '@nab/words/findings';
import writeWorkbook, { type Cell as SheetCell, type Sheet } from 'write-excel-file/node';
import { asTable } from './csv.js';
import { trialTable, type Cell } from './trial-table.js';

const HEAD = { fontWeight: 'bold' } as const;
/** Widest column, in characters. */
const WIDEST = 40;

/** Trials and means as a workbook, XLSX: numbers are numbers, and the first row stays in sight. */
export async function workbookOf(investigation: Investigation): Promise<Buffer> {
  const { plan, design, predictions, readings, learnt = null } = investigation;
  const lesson = toLessonPlan(plan, design.design, learnt);
  const { trials, guesses } = toFindings(foldTrials(readings).trials, predictions);
  const found = findingsOf(lesson, casesOf(lesson), trials, guesses, plan);
  const { heads, rows } = asTable(trialTable(investigation));
  const levels = levelRows(plan, found);
  const sheets = [
    sheetOf('Trials', heads, rows),
    sheetOf(
      'Levels',
      ['Level', 'Trials', 'Mean', 'Standard deviation', '95 % interval', 'Groups said', 'Nab said'],
      levels.map((row) => [
        row.name,
        row.trials,
        row.mean,
        row.deviation,
        row.interval,
        row.guess,
        row.model,
      ]),
    ),
  ];
  return writeWorkbook(sheets).toBuffer();
}

function sheetOf(
  name: string,
  heads: readonly string[],
  rows: readonly (readonly Cell[])[],
): Sheet<never> {
  const widths = heads.map((head, i) =>
    Math.min(
      WIDEST,
      Math.max(head.length, ...rows.slice(0, 200).map((row) => String(row[i] ?? '').length)) + 2,
    ),
  );
  return {
    sheet: name,
    columns: widths.map((width) => ({ width })),
    stickyRowsCount: 1,
    data: [
      heads.map((head): SheetCell => ({ value: head, type: String, ...HEAD })),
      ...rows.map((row) =>
        row.map((value): SheetCell => {
          if (value === null || value === '') return null;
          // A text is a text, whatever it begins with.
          return typeof value === 'number' ? { value, type: Number } : { value, type: String };
        }),
      ),
    ],
  };
}

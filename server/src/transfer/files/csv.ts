import { stringify } from 'csv-stringify/sync';
import type { Cell, TrialTable } from './trial-table.js';

/** A table with a head a column. */
interface Table {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly Cell[])[];
}

export const asTable = ({ columns, rows }: TrialTable): Table => ({
  heads: columns.map(({ head }) => head),
  rows: rows.map((row) => columns.map(({ name }) => row[name])),
});

/**
 * A table as CSV (RFC 4180).
 * @param mark whether a byte-order mark comes first, by which spreadsheets know UTF-8.
 */
export function csvOf({ heads, rows }: Table, mark = true): string {
  const cell = (value: Cell): string | number =>
    typeof value === 'string' ? spreadsheetSafe(value) : (value ?? '');
  return stringify([[...heads], ...rows.map((row) => row.map(cell))], {
    bom: mark,
    record_delimiter: 'windows',
  });
}

/**
 * A text that a spreadsheet could run as a formula gets an apostrophe in front: one that begins with
 * a sign of formulas, also in its full width or after blanks, or that has one after a mark at which
 * some spreadsheets split a cell. Source: OWASP, “CSV Injection”.
 */
function spreadsheetSafe(text: string): string {
  return /(?:^|[;,\t\r\n|])["'\s]*[=+\-@＝＋－＠\t\r\n]/u.test(text) ? `'${text}` : text;
}

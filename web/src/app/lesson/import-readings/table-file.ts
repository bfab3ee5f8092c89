import { MOST_ROWS } from '@nab/contract/lesson';

/** Signs that may stand between cells. */
export const DELIMITERS = { ',': 'Comma', ';': 'Semicolon', '\t': 'Tab' } as const;
export type Delimiter = keyof typeof DELIMITERS;

/** A sheet of a file, cells as text. */
export interface TableSheet {
  readonly name: string;
  readonly rows: readonly (readonly string[])[];
}

/** What a file holds: text that is still to be cut into cells, or sheets. */
export type TableFile =
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'sheets'; readonly sheets: readonly TableSheet[] };

/** The largest file that is read, bytes: 5000 rows are a hundredth of it. */
const MOST = 20 * 1024 * 1024;

/** A file that cannot be read, in words. */
export class UnreadableFile extends Error {}

/** @throws UnreadableFile when it is no table. */
export async function readTableFile(file: File): Promise<TableFile> {
  if (file.size > MOST)
    throw new UnreadableFile('The file is too large to be a table of readings.');
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (bytes[0] === 0x50 && bytes[1] === 0x4b)
    return { kind: 'sheets', sheets: await sheetsIn(file) };
  try {
    return { kind: 'text', text: new TextDecoder('utf-8', { fatal: true }).decode(bytes) };
  } catch {
    // As older spreadsheets save it.
    return { kind: 'text', text: new TextDecoder('windows-1252').decode(bytes) };
  }
}

async function sheetsIn(file: File): Promise<TableSheet[]> {
  const { default: readWorkbook } = await import('read-excel-file/universal');
  try {
    const sheets = await readWorkbook(file);
    return sheets.map(({ sheet, data }) => ({
      name: sheet,
      rows: data.map((row) => row.map(cellText)),
    }));
  } catch {
    throw new UnreadableFile('This is no workbook that can be read: save it as XLSX or CSV.');
  }
}

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) return cell.toISOString();
  return String(cell as string | number | boolean);
}

/** The sign that cuts the first line into most cells. */
export function delimiterOf(text: string): Delimiter {
  const [first = ''] = text.split(/\r?\n/, 1);
  const bare = first.replace(/"[^"]*"/g, '');
  const counts = (Object.keys(DELIMITERS) as Delimiter[]).map(
    (sign) => [sign, bare.split(sign).length] as const,
  );
  return counts.reduce((best, one) => (one[1] > best[1] ? one : best))[0];
}

/** @throws UnreadableFile with the line where it is none. */
export async function rowsOf(text: string, delimiter: Delimiter): Promise<string[][]> {
  const { parse } = await import('csv-parse/browser/esm/sync');
  try {
    const rows = parse(text, {
      bom: true,
      delimiter,
      relax_column_count: true,
      skip_empty_lines: false,
    }) as string[][];
    while (rows.length > 0 && rows.at(-1)!.every((cell) => cell.trim() === '')) rows.pop();
    return rows;
  } catch (error) {
    throw new UnreadableFile(`The file is no table: ${(error as Error).message}.`);
  }
}

/** Why a table is not looked at; null where it is. */
export function tableFault(rows: readonly (readonly string[])[]): string | null {
  if (rows.length === 0) return 'The table is empty.';
  if (rows.length > MOST_ROWS + 1)
    return `The table has more than ${MOST_ROWS} rows: bring it in parts.`;
  return null;
}

import {
  check,
  experimentDocumentSchema,
  planSchema,
  predictionSchema,
  readingSchema,
  sentOf,
  shelfItemSchema,
  type ArchiveResult,
} from '@nab/contract';
import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import { createGunzip } from 'node:zlib';
import { DatabaseError, type Sequelize, type Transaction } from 'sequelize';
import type { Schema } from 'yup';
import { findDesign } from '../designs/index.js';
import { findHead, findPredictions, findReadings } from '../investigations/index.js';
import { ProblemError } from '../problems/index.js';
import { findShelfItem } from '../shelf/index.js';
import { addRows, columnsOf, schemaOf, settle } from './repository.js';
import { isTable, type ByTable, type Table } from './tables.js';
import { FORMAT, VERSION } from './write.js';

const AT_A_TIME = 500;
/** Rows are added before they hold more than this, characters. */
const MOST_AT_A_TIME = 4_000_000;
/** What a file of lines may become unpacked: so many bytes, and so many times itself. */
const MOST_UNPACKED = 8 * 1024 ** 3;
const MOST_RATIO = 200;
/** Below this no ratio is looked at. */
const SMALL = 10_000_000;
/** The longest line, characters: a design with everything in it has a tenth of that. */
const MOST_OF_A_LINE = 1_000_000;
/** More than any school has, and less than would fill a disk by mistake. */
const MOST_LINES = 5_000_000;

const faulty = (path: string, message: string): ProblemError =>
  new ProblemError('INVALID_INPUT', { errors: [{ path, message }] });

/**
 * Puts back from a file of everything what is not there: rows whose id is there already stay as they
 * are, nothing is removed. All of it or, where anything is wrong, nothing.
 * @throws ProblemError INVALID_INPUT with the line or the thing that is wrong.
 */
export async function putBack(sequelize: Sequelize, file: Readable): Promise<ArchiveResult> {
  return sequelize.transaction(async (transaction) => {
    const reader = new Reader(sequelize, transaction);
    const hash = createHash('sha256');
    let number = 0;
    for await (const line of linesOf(file)) {
      number++;
      if (number > MOST_LINES) throw faulty(`line ${number}`, 'The file has too many lines.');
      try {
        const ended = await reader.take(
          number,
          { value: JSON.parse(line), length: line.length },
          () => hash.copy().digest('hex'),
        );
        if (!ended) hash.update(`${line}\n`);
      } catch (error) {
        if (error instanceof SyntaxError) throw faulty(`line ${number}`, 'Is not JSON.');
        if (error instanceof DatabaseError) throw faulty(`line ${number}`, misfit(error));
        throw error;
      }
    }
    return reader.end();
  });
}

/** What the database has against a row, in its own words, which name the column. */
const misfit = ({ parent }: DatabaseError): string =>
  `A row at or before this line does not fit: ${parent.message}.`;

/** The lines of a packed file. */
async function* linesOf(file: Readable): AsyncGenerator<string> {
  const unpacked = file.pipe(createGunzip());
  file.on('error', (error) => unpacked.destroy(error));
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let rest = '';
  let bytes = 0;
  try {
    for await (const chunk of unpacked) {
      bytes += (chunk as Buffer).length;
      const isBomb = bytes > SMALL && bytes > MOST_RATIO * unpacked.bytesWritten;
      if (bytes > MOST_UNPACKED || isBomb) throw faulty('file', 'It is too large unpacked.');
      const lines = (rest + decoder.decode(chunk as Buffer, { stream: true })).split('\n');
      rest = lines.pop()!;
      if (rest.length > MOST_OF_A_LINE) throw faulty('file', 'It has a line that is too long.');
      yield* lines;
    }
  } catch (error) {
    if (error instanceof TypeError || (error as { code?: string }).code?.startsWith('Z_')) {
      throw faulty('file', 'It is damaged, or no file that Nab made with “Download everything”.');
    }
    throw error;
  }
  if (rest !== '') throw faulty('file', 'It ends in the middle of a line.');
}

type Row = Readonly<Record<string, unknown>>;

/** Takes the lines one by one: rows of one table and one shape are added together. */
class Reader {
  private begun = false;
  private ended = false;
  private table: Table | null = null;
  private rows: Row[] = [];
  /** What they hold, characters. */
  private held = 0;
  private shape = '';
  private columns: ReadonlySet<string> = new Set();
  private readonly found: ByTable<number> = {};
  private readonly added: ByTable<string[]> = {};

  constructor(
    private readonly sequelize: Sequelize,
    private readonly transaction: Transaction,
  ) {}

  /** @returns whether that was the last line. */
  async take(
    number: number,
    { value, length }: { readonly value: unknown; readonly length: number },
    sum: () => string,
  ): Promise<boolean> {
    const line = `line ${number}`;
    if (typeof value !== 'object' || value === null || this.ended) {
      throw faulty(line, this.ended ? 'Comes after the end.' : 'Is no row.');
    }
    if (!this.begun) {
      await this.begin(value);
      return false;
    }
    if ('sha256' in value) {
      if (value.sha256 !== sum()) throw faulty(line, 'The file is not as Nab wrote it.');
      await this.flush();
      this.ended = true;
      return true;
    }
    const { table, row } = value as { table?: unknown; row?: unknown };
    if (!isTable(table) || typeof row !== 'object' || row === null) {
      throw faulty(line, 'Is no row of a table that Nab keeps.');
    }
    await this.add(line, table, row as Row, length);
    return false;
  }

  async end(): Promise<ArchiveResult> {
    if (!this.ended) throw faulty('file', 'It is not whole: its end is missing.');
    await settle(this.sequelize, this.transaction);
    await this.check();
    return {
      added: Object.fromEntries(
        Object.entries(this.added)
          .map(([table, ids]) => [table, ids.length] as const)
          .filter(([, count]) => count > 0),
      ),
      there: Object.entries(this.found).reduce(
        (sum, [table, count]) => sum + count - (this.added[table as Table]?.length ?? 0),
        0,
      ),
    };
  }

  private async begin(head: object): Promise<void> {
    const { format, version, schema } = head as Record<string, unknown>;
    if (format !== FORMAT) throw faulty('line 1', 'Is no file of everything that Nab made.');
    const here = await schemaOf(this.sequelize, this.transaction);
    if (version !== VERSION || typeof schema !== 'string' || schema > here) {
      throw faulty('line 1', 'It was made by a newer Nab than this one.');
    }
    this.begun = true;
  }

  /** @param length of the line, characters. */
  private async add(line: string, table: Table, row: Row, length: number): Promise<void> {
    const shape = Object.keys(row).join();
    const isFull = this.rows.length >= AT_A_TIME || this.held > MOST_AT_A_TIME;
    if (table !== this.table || shape !== this.shape || isFull) {
      await this.flush();
      if (table !== this.table) {
        this.columns = await columnsOf(this.sequelize, table, this.transaction);
      }
      const unknown = Object.keys(row).find((column) => !this.columns.has(column));
      if (unknown !== undefined) throw faulty(line, `There is no “${unknown}” in ${table}.`);
      [this.table, this.shape] = [table, shape];
    }
    this.rows.push(row);
    this.held += length;
  }

  private async flush(): Promise<void> {
    if (this.rows.length === 0 || this.table === null) return;
    const ids = await addRows(this.sequelize, this.table, this.rows, this.transaction);
    this.found[this.table] = (this.found[this.table] ?? 0) + this.rows.length;
    (this.added[this.table] ??= []).push(...ids);
    this.rows = [];
    this.held = 0;
  }

  /** Holds what was added against the schemas that a form and a tablet are held against. */
  private async check(): Promise<void> {
    const { transaction } = this;
    for (const id of this.added.designs ?? []) {
      const design = await findDesign(id, transaction);
      hold(`design ${id}`, experimentDocumentSchema as never, design?.design);
    }
    for (const id of this.added.investigations ?? []) {
      hold(`investigation ${id}`, planSchema, (await findHead(id, transaction))?.plan);
    }
    for (const id of this.added.shelf_items ?? []) {
      const item = await findShelfItem(id, transaction);
      hold(`shelf item ${id}`, shelfItemSchema, item?.item);
    }
    for (const ids of inParts(this.added.readings ?? [])) {
      for (const reading of await findReadings(ids, transaction)) {
        hold(`reading ${reading.id}`, readingSchema, sentOf(reading));
      }
    }
    for (const ids of inParts(this.added.predictions ?? [])) {
      for (const one of await findPredictions(ids, transaction)) {
        hold(`prediction ${one.id}`, predictionSchema, sentOf(one));
      }
    }
  }
}

function hold(what: string, schema: Schema<unknown>, value: unknown): void {
  const checked = check(schema, value);
  if (checked.ok) return;
  const [{ path, message } = { path: '', message: 'Is not right.' }] = checked.errors;
  throw faulty(`${what}${path ? `: ${path}` : ''}`, message);
}

const inParts = (ids: readonly string[]): string[][] =>
  Array.from({ length: Math.ceil(ids.length / AT_A_TIME) }, (_, i) =>
    ids.slice(i * AT_A_TIME, (i + 1) * AT_A_TIME),
  );

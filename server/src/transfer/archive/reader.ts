import type { ArchiveResult, KeptApart } from '@nab/contract/archive';
import { DatabaseError, type Sequelize, type Transaction } from 'sequelize';
import { validate } from 'uuid';
import { faulty } from './faulty.js';
import { faultsById } from './fit.js';
import { withFreeCodes } from './other-schools.js';
import { addRows, columnsOf, keepApart, schemaOf, finishRestore } from './repository.js';
import { isKnownTable, type ByTable, type Row, type Table } from './tables.js';
import { FORMAT, VERSION } from './write.js';

const AT_A_TIME = 500;
/** Rows are added before they hold more than this, characters. */
const MOST_AT_A_TIME = 4_000_000;

type Apart = KeptApart & { readonly row: Row };

/** Takes the lines of a file one by one: rows of one table and one shape are added together. */
export class Reader {
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
  /** Why rows do not fit, by their ids. */
  private readonly refused: Map<string, string>;
  private readonly apart: KeptApart[] = [];
  private toKeep: Apart[] = [];

  constructor(
    private readonly sequelize: Sequelize,
    private readonly transaction: Transaction,
    refused: ReadonlyMap<string, string>,
    private readonly mostApart: number,
  ) {
    this.refused = new Map(refused);
  }

  /**
   * @param length of the line, characters.
   * @param sum SHA-256 of all lines before.
   * @returns whether that was the last line.
   */
  async take(number: number, value: unknown, length: number, sum: () => string): Promise<boolean> {
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
    if (!isKnownTable(table) || typeof row !== 'object' || row === null) {
      throw faulty(line, 'Is no row of a table that Nab keeps.');
    }
    await this.add(line, table, row as Row, length);
    return false;
  }

  /** @returns what was done, or why rows that were added do not fit after all, by their ids. */
  async end(): Promise<
    | { readonly result: Omit<ArchiveResult, 'renewed'> }
    | { readonly refused: ReadonlyMap<string, string> }
  > {
    if (!this.ended) throw faulty('file', 'It is not whole: its end is missing.');
    await finishRestore(this.sequelize, this.transaction);
    const refused = await faultsById(this.added, this.transaction);
    if (refused.size > 0) return { refused };
    const counts = Object.entries(this.added).map(([table, ids]) => [table, ids.length] as const);
    const there = Object.entries(this.found).reduce(
      (sum, [table, count]) => sum + count - (this.added[table as Table]?.length ?? 0),
      0,
    );
    const added = Object.fromEntries(counts.filter(([, count]) => count > 0));
    return { result: { added, there, apart: this.apart } };
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
    const { table } = this;
    if (this.rows.length === 0 || table === null) return;
    const fitting = this.rows.filter((row) => !this.isRefused(table, row));
    const rows =
      table === 'rooms' && fitting.length > 0
        ? await withFreeCodes(this.sequelize, fitting)
        : fitting;
    [this.rows, this.held] = [[], 0];
    if (rows.length > 0) await this.addEach(table, rows);
    if (this.toKeep.length > 0) await keepApart(this.sequelize, this.toKeep, this.transaction);
    this.toKeep = [];
  }

  /** Adds them together, or one by one where one of them does not fit. */
  private async addEach(table: Table, rows: readonly Row[]): Promise<void> {
    const misfit = await this.tryToAdd(table, rows);
    if (misfit === null) return;
    if (rows.length === 1) this.setApart(table, rows[0]!, misfit);
    else for (const row of rows) await this.addEach(table, [row]);
  }

  /** @returns what the database has against one of them, in its words; then none was added. */
  private async tryToAdd(table: Table, rows: readonly Row[]): Promise<string | null> {
    const { sequelize, transaction } = this;
    await sequelize.query('SAVEPOINT rows', { transaction });
    try {
      const ids = await addRows(sequelize, table, rows, transaction);
      await sequelize.query('RELEASE SAVEPOINT rows', { transaction });
      this.found[table] = (this.found[table] ?? 0) + rows.length;
      (this.added[table] ??= []).push(...ids);
      return null;
    } catch (error) {
      if (!isMisfit(error)) throw error;
      await sequelize.query('ROLLBACK TO SAVEPOINT rows', { transaction });
      return `${error.parent.message}.`;
    }
  }

  private isRefused(table: Table, row: Row): boolean {
    const own = this.refused.get(idOf(row) ?? '');
    const other = Object.values(row).find((value) => this.refused.has(value as string));
    if (own === undefined && other === undefined) return false;
    this.setApart(table, row, own ?? `It belongs to ${String(other)}, which does not fit.`);
    return true;
  }

  private setApart(table: Table, row: Row, why: string): void {
    const id = idOf(row);
    if (this.apart.length >= this.mostApart) throw faulty('file', 'Most of its rows do not fit.');
    if (id !== null) this.refused.set(id, why);
    this.apart.push({ table, id, why });
    this.toKeep.push({ table, id, why, row });
  }
}

const idOf = ({ id }: Row): string | null => (validate(id) ? (id as string) : null);

/** True if the database refused a row’s content (SQLSTATE classes 22 and 23). */
export const isMisfit = (error: unknown): error is DatabaseError =>
  error instanceof DatabaseError && /^2[23]/.test((error.parent as { code?: string }).code ?? '');

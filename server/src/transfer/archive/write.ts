import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream';
import { createGzip, type Gzip } from 'node:zlib';
import { Transaction, type Sequelize } from 'sequelize';
import { rowsOf, schemaOf } from './repository.js';
import { TABLES, type ByTable, type Table } from './tables.js';

/** What the first line says of itself. */
export const FORMAT = 'nab-everything';
export const VERSION = 1;

/**
 * Everything of one moment as lines of JSON: what it is, one line a row, and at the end how many rows
 * and the SHA-256 of the lines before. The same content makes the same lines.
 */
async function* linesOf(sequelize: Sequelize): AsyncGenerator<string> {
  const transaction = await sequelize.transaction({
    isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ,
    readOnly: true,
  });
  try {
    const hash = createHash('sha256');
    const counted = (text: string): string => {
      hash.update(text);
      return text;
    };
    const schema = await schemaOf(sequelize, transaction);
    yield counted(`${JSON.stringify({ format: FORMAT, version: VERSION, schema })}\n`);
    const rows: ByTable<number> = {};
    for (const table of Object.keys(TABLES) as Table[]) {
      rows[table] = 0;
      for await (const some of rowsOf(sequelize, table, transaction)) {
        rows[table] += some.length;
        yield counted(some.map((row) => `{"table":"${table}","row":${row}}\n`).join(''));
      }
    }
    yield `${JSON.stringify({ rows, sha256: hash.digest('hex') })}\n`;
  } finally {
    await transaction.rollback();
  }
}

/** The file of everything. Destroying it ends the reading. */
export function archiveOf(sequelize: Sequelize, failed: (error: Error) => void): Gzip {
  return pipeline(Readable.from(linesOf(sequelize)), createGzip(), (error) => {
    if (error && error.code !== 'ERR_STREAM_PREMATURE_CLOSE') failed(error);
  });
}

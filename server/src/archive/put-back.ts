import type { ArchiveResult } from '@nab/contract';
import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import type { Sequelize, Transaction } from 'sequelize';
import { tryAgain } from '../database/index.js';
import { faulty } from './faulty.js';
import { linesOf } from './lines.js';
import { idsOfOthers, withIds } from './other-schools.js';
import { Reader } from './reader.js';

/** More rows that do not fit than this are no old rows: it is another file. */
const MOST_APART = 10_000;

/**
 * Puts back from a file of everything what is not there: rows whose id is there already stay as they
 * are, nothing is removed. Rows that an older Nab took and this one does not are kept apart, with what
 * belongs to them; ids that another school has get new ones.
 * @param file opens it anew: what is wrong with a row may be known only when all of them are there.
 * @throws ProblemError INVALID_INPUT where it is no whole file of Nab’s: then nothing was added.
 */
export async function putBack(sequelize: Sequelize, file: () => Readable): Promise<ArchiveResult> {
  const anew = await idsOfOthers(sequelize, file);
  const refused = new Map<string, string>();
  for (;;) {
    const outcome = await attempt(sequelize, file, anew, refused);
    if ('result' in outcome) return { ...outcome.result, renewed: anew.size };
    for (const [id, why] of outcome.refused) refused.set(id, why);
    if (refused.size > MOST_APART) throw faulty('file', 'Most of its rows do not fit.');
  }
}

type Outcome =
  | { readonly result: Omit<ArchiveResult, 'renewed'> }
  | { readonly refused: ReadonlyMap<string, string> };

/** Takes back what an attempt did: with these left out there is another one. */
class Refused extends Error {
  constructor(readonly refused: ReadonlyMap<string, string>) {
    super('There are rows that do not fit.');
  }
}

/** Puts back all but what is known not to fit, unless it finds more that does not: then nothing. */
async function attempt(
  sequelize: Sequelize,
  file: () => Readable,
  anew: ReadonlyMap<string, string>,
  refused: ReadonlyMap<string, string>,
): Promise<Outcome> {
  const work = async (transaction: Transaction): Promise<Outcome> => {
    const reader = new Reader(sequelize, transaction, refused, MOST_APART);
    const hash = createHash('sha256');
    for await (const [number, line] of linesOf(file())) {
      const value = parsed(number, withIds(line, anew));
      const sum = (): string => hash.copy().digest('hex');
      const ended = await reader.take(number, value, line.length, sum);
      if (!ended) hash.update(`${line}\n`);
    }
    const found = await reader.end();
    if ('refused' in found) throw new Refused(found.refused);
    return found;
  };
  try {
    return await tryAgain(sequelize, {}, work);
  } catch (error) {
    if (error instanceof Refused) return error;
    throw error;
  }
}

function parsed(number: number, line: string): unknown {
  try {
    return JSON.parse(line);
  } catch {
    throw faulty(`line ${number}`, 'Is not JSON.');
  }
}

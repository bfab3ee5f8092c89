import type { ArchiveResult } from '@nab/contract/archive';
import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import type { Sequelize, Transaction } from 'sequelize';
import { tryAgain } from '../../platform/database/index.js';
import { faulty } from './faulty.js';
import { linesOf } from './lines.js';
import { renewedIds, withIds } from './other-schools.js';
import { isMisfit, Reader } from './reader.js';

/** A file with more rows that do not fit than this is not a file of an older Nab. */
const MOST_APART = 10_000;

/**
 * Adds the rows of a file of everything that are missing. Rows whose id exists stay as they are, and
 * nothing is removed. Rows that an older Nab accepted and this one does not are kept apart, with
 * everything that belongs to them; ids that another school uses are replaced.
 * @param file opens the file; called once more after rows were found that do not fit.
 * @throws ProblemError INVALID_INPUT if it is not a complete file of Nab’s; nothing is added then.
 */
export async function putBack(sequelize: Sequelize, file: () => Readable): Promise<ArchiveResult> {
  const renewed = await renewedIds(sequelize, file);
  const refused = new Map<string, string>();
  for (;;) {
    const outcome = await attempt(sequelize, file, renewed, refused);
    if ('result' in outcome) return { ...outcome.result, renewed: renewed.size };
    for (const [id, why] of outcome.refused) refused.set(id, why);
    if (refused.size > MOST_APART) throw faulty('file', 'Most of its rows do not fit.');
  }
}

type Outcome =
  | { readonly result: Omit<ArchiveResult, 'renewed'> }
  | { readonly refused: ReadonlyMap<string, string> };

/** Rolls an attempt back; the next one leaves these rows out. */
class Refused extends Error {
  constructor(readonly refused: ReadonlyMap<string, string>) {
    super('There are rows that do not fit.');
  }
}

/** One transaction without the refused rows; rolled back if more rows turn out not to fit. */
async function attempt(
  sequelize: Sequelize,
  file: () => Readable,
  renewed: ReadonlyMap<string, string>,
  refused: ReadonlyMap<string, string>,
): Promise<Outcome> {
  const work = async (transaction: Transaction): Promise<Outcome> => {
    const reader = new Reader(sequelize, transaction, refused, MOST_APART);
    const hash = createHash('sha256');
    for await (const [number, line] of linesOf(file())) {
      const value = parsed(number, withIds(line, renewed));
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
    // Such as a text with a NUL, which no Nab wrote and no column can hold.
    if (isMisfit(error)) throw faulty('file', `It does not fit: ${error.parent.message}.`);
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

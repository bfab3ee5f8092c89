import type { Prediction, PredictionBody, Reading, ReadingBody } from '@nab/contract';
import { isDeepStrictEqual } from 'node:util';
import type { Sequelize, Transaction } from 'sequelize';
import { ProblemError } from '../problems/index.js';
import { notAllowed, requireInvestigation, type Who } from '../roles/index.js';
import { investigationOf, findReading, insertPrediction, insertReading } from './repository.js';

/**
 * Stores readings and predictions once under the client's id; each call is one transaction, and it
 * has ended well before the answer leaves.
 */
export function readingService(sequelize: Sequelize) {
  return {
    storeReading: (id: string, body: ReadingBody, who: Who): Promise<Reading> =>
      sequelize.transaction(async (transaction) => {
        await requireBelonging(body, who, transaction);
        await requireCorrectable(body, transaction);
        const stored = await insertReading(id, body, transaction);
        requireSame(stored, body);
        return stored;
      }),

    storePrediction: (id: string, body: PredictionBody, who: Who): Promise<Prediction> =>
      sequelize.transaction(async (transaction) => {
        await requireBelonging(body, who, transaction);
        const stored = await insertPrediction(id, body, transaction);
        requireSame(stored, body);
        return stored;
      }),
  };
}

async function requireBelonging(
  body: PredictionBody | ReadingBody,
  who: Who,
  transaction: Transaction,
): Promise<void> {
  // A group writes as itself and for itself.
  if (
    who.role === 'group' &&
    (body.groupId.toLowerCase() !== who.groupId || body.actor !== 'group')
  ) {
    throw notAllowed();
  }
  const investigation = await investigationOf(body, transaction);
  if (!investigation) {
    throw new ProblemError('NOT_FOUND', {
      detail: 'There is no such group and level in one investigation.',
    });
  }
  requireInvestigation(who, investigation.id);
  const rehearsed = investigation.rehearsalOf !== null;
  if (rehearsed === (body.actor === 'rehearsal') || investigation.demo) return;
  const message = rehearsed
    ? 'In a rehearsal everything is rehearsed.'
    : 'Nothing rehearsed goes among what was measured.';
  throw new ProblemError('INVALID_INPUT', { errors: [{ path: 'actor', message }] });
}

/** A correction corrects a reading of the same group, level and line. */
async function requireCorrectable(body: ReadingBody, transaction: Transaction): Promise<void> {
  if (body.corrects === null) return;
  const target = await findReading(body.corrects, transaction);
  if (
    target?.groupId === body.groupId.toLowerCase() &&
    target.levelId === body.levelId.toLowerCase() &&
    target.seriesId === (body.seriesId?.toLowerCase() ?? null)
  ) {
    return;
  }
  throw new ProblemError('NOT_FOUND', { detail: 'The reading to correct is not there.' });
}

/** @throws ProblemError ID_TAKEN when what is stored under the id is something else. */
function requireSame<T extends object>(stored: T, body: Partial<T>): void {
  const same = (Object.keys(body) as (keyof T)[]).every((key) => {
    const [a, b] = [stored[key], body[key]];
    if (key === 'recordedAt') return Date.parse(String(a)) === Date.parse(String(b));
    const plain = (value: unknown): unknown =>
      typeof value === 'string' ? value.toLowerCase() : withoutUndefined(value);
    return isDeepStrictEqual(plain(a), plain(b));
  });
  if (same) return;
  throw new ProblemError('ID_TAKEN', {
    detail: 'This id was stored before with a different content, which stands unchanged.',
  });
}

/** As it looks after a round trip through JSON. */
const withoutUndefined = (value: unknown): unknown =>
  value === undefined ? null : JSON.parse(JSON.stringify(value));

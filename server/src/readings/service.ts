import type {
  Prediction,
  PredictionBody,
  Reading,
  ReadingBody,
  Stray,
  StrayKept,
  StrayPlace,
} from '@nab/contract';
import { isDeepStrictEqual } from 'node:util';
import type { Sequelize, Transaction } from 'sequelize';
import { ProblemError } from '../problems/index.js';
import { notAllowed, requireInvestigation, type Who } from '../roles/index.js';
import { findStray, keepStray, openStrays, settle, type StrayKind } from '../strays/index.js';
import { investigationOf, findReading, insertPrediction, insertReading } from './repository.js';

/**
 * Stores readings and predictions once under the client's id; each call is one transaction, and it
 * has ended well before the answer leaves. What finds no place in its plan is kept beside it.
 */
export function readingService(sequelize: Sequelize) {
  /** @param of the investigation that the record is sent for; null from those who do not say it. */
  const store = <B extends ReadingBody | PredictionBody, R extends object>(
    kind: StrayKind,
    insert: (id: string, body: B, transaction: Transaction) => Promise<R>,
  ) => {
    return async (id: string, body: B, who: Who, of: string | null): Promise<R | StrayKept> => {
      requireOwn(body, who);
      if (of !== null) requireInvestigation(who, of);
      return sequelize.transaction(async (transaction) => {
        const known = await findStray(id, transaction);
        if (known && !isPlaced(known)) return { stray: true, why: known.why };
        const why = known ? null : await whyStray(body, who, transaction);
        if (why === null) {
          const stored = await insert(id, body, transaction);
          if (!known) requireSame<object>(stored, body);
          return stored;
        }
        const kept =
          of !== null &&
          (await keepStray({ id, kind, investigationId: of, body, why }, transaction));
        if (!kept) throw new ProblemError('NOT_FOUND', { detail: why });
        return { stray: true, why };
      });
    };
  };

  return {
    storeReading: store<ReadingBody, Reading>('reading', insertReading),
    storePrediction: store<PredictionBody, Prediction>('prediction', insertPrediction),

    strays: (investigationId: string): Promise<Stray[]> =>
      sequelize.transaction((transaction) => openStrays(investigationId, transaction)),

    /** Gives a stray the place that the educator says; what it was to correct stays as it is. */
    placeStray: (id: string, place: StrayPlace): Promise<Reading | Prediction> =>
      sequelize.transaction(async (transaction) => {
        const stray = await openStray(id, transaction);
        const body = { ...stray.body, ...place } as ReadingBody | PredictionBody;
        const investigation = await investigationOf(body, transaction);
        if (investigation?.id !== stray.investigationId) throw noSuchPlace();
        await settle(stray, 'placed', transaction);
        if (stray.kind === 'prediction') {
          return insertPrediction(id, body as PredictionBody, transaction);
        }
        const reading = {
          ...(body as ReadingBody),
          corrects: null,
          reason: null,
          withdrawn: false,
        };
        return insertReading(id, reading, transaction);
      }),

    /** It stays in the database and is asked about no more. */
    leaveOut: (id: string): Promise<void> =>
      sequelize.transaction(async (transaction) => {
        await settle(await openStray(id, transaction), 'left-out', transaction);
      }),
  };
}

const isPlaced = ({ settled }: { settled: string | null }): boolean => settled === 'placed';

async function openStray(id: string, transaction: Transaction) {
  const stray = await findStray(id, transaction);
  if (stray === null || stray.settled !== null) throw new ProblemError('NOT_FOUND');
  return stray;
}

const noSuchPlace = (): ProblemError =>
  new ProblemError('NOT_FOUND', {
    detail: 'There is no such group and level in one investigation.',
  });

/** A group writes as itself and for itself. */
function requireOwn({ groupId, actor }: ReadingBody | PredictionBody, who: Who): void {
  if (who.role !== 'group') return;
  if (groupId.toLowerCase() !== who.groupId || actor !== 'group') throw notAllowed();
}

/**
 * Why a record has no place in its plan, as a sentence; null where it has one.
 * @throws ProblemError where it has one and may not go there.
 */
async function whyStray(
  body: ReadingBody | PredictionBody,
  who: Who,
  transaction: Transaction,
): Promise<string | null> {
  const investigation = await investigationOf(body, transaction);
  if (!investigation) return 'Its level or its group is no longer in the plan.';
  requireInvestigation(who, investigation.id);
  const rehearsed = investigation.rehearsalOf !== null;
  if (rehearsed !== (body.actor === 'rehearsal') && !investigation.demo) {
    const message = rehearsed
      ? 'In a rehearsal everything is rehearsed.'
      : 'Nothing rehearsed goes among what was measured.';
    throw new ProblemError('INVALID_INPUT', { errors: [{ path: 'actor', message }] });
  }
  return 'corrects' in body && !(await isCorrectable(body, transaction))
    ? 'The reading that it corrects is not there.'
    : null;
}

/** A correction corrects a reading of the same group, level and line. */
async function isCorrectable(body: ReadingBody, transaction: Transaction): Promise<boolean> {
  if (body.corrects === null) return true;
  const target = await findReading(body.corrects, transaction);
  return (
    target?.groupId === body.groupId.toLowerCase() &&
    target.levelId === body.levelId.toLowerCase() &&
    target.seriesId === (body.seriesId?.toLowerCase() ?? null)
  );
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

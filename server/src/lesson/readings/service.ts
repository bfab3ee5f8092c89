import type {
  Prediction,
  PredictionBody,
  Reading,
  ReadingBody,
  UnplacedReading,
  StoredUnplaced,
  Placement,
} from '@nab/contract/lesson';
import { isDeepStrictEqual } from 'node:util';
import type { Sequelize, Transaction } from 'sequelize';
import { ProblemError } from '../../platform/problems/index.js';
import { notAllowed, requireInvestigation, type Principal } from '../../access/roles/index.js';
import {
  findUnplaced,
  saveUnplaced,
  listUnplaced,
  resolveUnplaced,
  type UnplacedKind,
} from '../unplaced-readings/index.js';
import {
  findPrediction,
  findReading,
  storePrediction,
  storeReading,
  type WriteScope,
  type Place,
} from './repository.js';

/**
 * Stores readings and predictions once under the client's id: what is answered is in the database.
 * Readings that do not fit the plan are kept apart.
 */
export function readingService(sequelize: Sequelize) {
  /** @param of the investigation that the record is sent for; null from those who do not say it. */
  const store = <B extends ReadingBody | PredictionBody, R extends object>(
    kind: UnplacedKind,
    insert: (at: Sequelize, id: string, body: B, bound: WriteScope) => Promise<Place<R>>,
    find: (id: string) => Promise<R | null>,
  ) => {
    return async (
      id: string,
      body: B,
      who: Principal,
      of: string | null,
    ): Promise<R | StoredUnplaced> => {
      requireOwn(body, who);
      if (of !== null) requireInvestigation(who, of);
      const mine = who.role === 'group' ? who.investigationId : null;
      const place = await insert(sequelize, id, body, { mine });
      if (place.stored) return place.stored;
      const { stray: unplaced } = place;
      if (unplaced && unplaced.settled !== 'placed') return { stray: true, why: unplaced.why };
      const why = unplaced ? null : whyUnplaced(place, body, who);
      if (why === null) {
        const known = await find(id);
        // Its id is there, but not for this school to see: asking again would change nothing.
        if (!known) throw new ProblemError('ID_TAKEN');
        if (!unplaced) requireSame<object>(known, body);
        return known;
      }
      if (of === null) throw new ProblemError('NOT_FOUND', { detail: why });
      const kept = await sequelize.transaction((transaction) =>
        saveUnplaced({ id, kind, investigationId: of, body, why }, transaction),
      );
      if (!kept) throw new ProblemError('NOT_FOUND', { detail: why });
      return { stray: true, why };
    };
  };

  return {
    storeReading: store<ReadingBody, Reading>('reading', storeReading, findReading),
    storePrediction: store<PredictionBody, Prediction>(
      'prediction',
      storePrediction,
      findPrediction,
    ),

    unplacedReadings: (investigationId: string): Promise<UnplacedReading[]> =>
      sequelize.transaction((transaction) => listUnplaced(investigationId, transaction)),

    /** Saves a reading at the place that the educator chose; what it was to correct stays as it is. */
    placeReading: (id: string, place: Placement): Promise<Reading | Prediction> =>
      sequelize.transaction(async (transaction) => {
        const unplaced = await requireUnplaced(id, transaction);
        await resolveUnplaced(unplaced, 'placed', transaction);
        const bound = { mine: unplaced.investigationId, transaction };
        const body = { ...unplaced.body, ...place };
        const { stored } =
          unplaced.kind === 'prediction'
            ? await storePrediction(sequelize, id, body as PredictionBody, bound)
            : await storeReading(sequelize, id, { ...(body as ReadingBody), ...ITS_OWN }, bound);
        if (!stored) throw noSuchPlace();
        return stored;
      }),

    /** It stays in the database and is asked about no more. */
    leaveOut: (id: string): Promise<void> =>
      sequelize.transaction(async (transaction) => {
        await resolveUnplaced(await requireUnplaced(id, transaction), 'left-out', transaction);
      }),
  };
}

/** A reading that corrects nothing. */
const ITS_OWN = { corrects: null, reason: null, withdrawn: false };

async function requireUnplaced(id: string, transaction: Transaction) {
  const unplaced = await findUnplaced(id, transaction);
  if (unplaced === null || unplaced.settled !== null) throw new ProblemError('NOT_FOUND');
  return unplaced;
}

const noSuchPlace = (): ProblemError =>
  new ProblemError('NOT_FOUND', {
    detail: 'There is no such group and level in one investigation.',
  });

/** A group writes as itself and for itself. */
function requireOwn({ groupId, actor }: ReadingBody | PredictionBody, who: Principal): void {
  if (who.role !== 'group') return;
  if (groupId.toLowerCase() !== who.groupId || actor !== 'group') throw notAllowed();
}

/**
 * Why a record has no place in its plan, as a sentence; null where it has one.
 * @throws ProblemError where it has one and may not go there.
 */
function whyUnplaced(
  { investigationId, rehearsed, demo, correctable }: Place<unknown>,
  body: ReadingBody | PredictionBody,
  who: Principal,
): string | null {
  if (investigationId === null) return 'Its level or its group is no longer in the plan.';
  requireInvestigation(who, investigationId);
  if (rehearsed !== (body.actor === 'rehearsal') && !demo) {
    const message = rehearsed
      ? 'In a rehearsal everything is rehearsed.'
      : 'Nothing rehearsed goes among what was measured.';
    throw new ProblemError('INVALID_INPUT', { errors: [{ path: 'actor', message }] });
  }
  return correctable ? null : 'The reading that it corrects is not there.';
}

/** @throws ProblemError ID_TAKEN when what is stored under the id is something else. */
function requireSame<T extends object>(stored: T, body: Partial<T>): void {
  const same = (Object.keys(body) as (keyof T)[]).every((key) => {
    const [a, b] = [stored[key], body[key]];
    if (key === 'recordedAt') return Date.parse(String(a)) === Date.parse(String(b));
    // An id is the same in capitals; what somebody wrote is not.
    const plain = (value: unknown): unknown =>
      typeof value === 'string' && UUID.test(value) ? value.toLowerCase() : withoutUndefined(value);
    return isDeepStrictEqual(plain(a), plain(b));
  });
  if (same) return;
  throw new ProblemError('ID_TAKEN', {
    detail: 'This id was stored before with a different content, which stands unchanged.',
  });
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** As it looks after a round trip through JSON. */
const withoutUndefined = (value: unknown): unknown =>
  value === undefined ? null : JSON.parse(JSON.stringify(value));

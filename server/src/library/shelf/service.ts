import {
  completeShelfItem,
  type RemovedItem,
  type ShelfItem,
  type ShelfUpdate,
  type VersionedShelfItem,
} from '@nab/contract/shelf';
import { isDeepStrictEqual } from 'node:util';
import type { Sequelize } from 'sequelize';
import { saveRevision, removedFromShelf } from '../history/index.js';
import { ProblemError } from '../../platform/problems/index.js';
import {
  findShelfItem,
  insertShelfItem,
  listShelf,
  removeShelfItem,
  replaceShelfItem,
  wasRemoved,
} from './repository.js';

/** The shelf is the educator’s alone. */
const OF_THE_SHELF = { kind: 'shelf', actor: 'educator' } as const;

/** What can be done with the shelf; each call is one transaction. */
export function shelfService(sequelize: Sequelize) {
  return {
    list: (): Promise<VersionedShelfItem[]> => sequelize.transaction(listShelf),

    /** What was taken off and is not back, as it was. */
    removed: (): Promise<RemovedItem[]> =>
      sequelize.transaction(async (transaction) =>
        (await removedFromShelf(transaction)).map(({ ref, document, at }) => ({
          id: ref,
          item: completeShelfItem(document as unknown as ShelfItem),
          at: at.toISOString(),
        })),
      ),

    /**
     * Puts something new on the shelf (version 0) or changes an item. What was taken off
     * comes back only when that is what is asked for, not by a change that was under way.
     */
    write: (id: string, { version, item, putBack }: ShelfUpdate): Promise<VersionedShelfItem> =>
      sequelize.transaction(async (transaction) => {
        const current = await findShelfItem(id, transaction);
        if (!current) {
          const gone = version > 0 || (await wasRemoved(id, transaction));
          if (gone && !putBack) {
            throw new ProblemError('REMOVED', { detail: 'It was taken off the shelf elsewhere.' });
          }
          return insertShelfItem(id, item, transaction);
        }
        // The same request sent twice does no harm.
        if (isDeepStrictEqual(current.item, item)) return current;
        const written = await replaceShelfItem(id, version, item, transaction);
        if (written) {
          const before = { ...OF_THE_SHELF, ref: id, version, document: current.item };
          await saveRevision(before, transaction);
          return written;
        }
        throw new ProblemError('STALE_VERSION', {
          detail: 'This was changed elsewhere. Nothing was overwritten.',
          current,
        });
      }),

    remove: (id: string): Promise<void> =>
      sequelize.transaction(async (transaction) => {
        const current = await findShelfItem(id, transaction);
        if (!current) throw new ProblemError('NOT_FOUND');
        const { version, item } = current;
        await saveRevision(
          { ...OF_THE_SHELF, ref: id, version, document: item, removed: true },
          transaction,
        );
        await removeShelfItem(id, transaction);
      }),
  };
}

import { defer, Observable, retry, switchMap } from 'rxjs';
import type { BenchDatabase } from './bench-database';

/** How long until its code is asked for again where the network gave none. */
const AGAIN_MS = 3000;

export type { OutgoingRecord, StoredDraft } from './bench-database';

/**
 * This browser's database. Its code (Dexie, a sixth of all that comes at once) is fetched beside the
 * first page, not before it.
 */
export const benchStore = async (): Promise<BenchDatabase> =>
  (await import('./bench-database')).benchDatabase;

/** What a query of the database gives, again after every change of what it read. */
export const watchStore = <T>(query: (store: BenchDatabase) => Promise<T>): Observable<T> =>
  defer(() => import('./bench-database')).pipe(
    retry({ delay: AGAIN_MS }),
    switchMap(
      ({ benchDatabase, liveQuery }) =>
        new Observable<T>((subscriber) =>
          liveQuery(() => query(benchDatabase)).subscribe(subscriber),
        ),
    ),
  );

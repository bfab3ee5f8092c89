import { HttpClient } from '@angular/common/http';
import { DestroyRef, inject, Injectable } from '@angular/core';
import {
  fieldPictureFrom,
  toMagnetDesign,
  type DesignDocument,
  type FieldPictureResource,
} from '@nab/contract/experiments';
import type { FieldPicture, MagnetDesign } from '@nab/core/experiments';
import {
  catchError,
  defer,
  EMPTY,
  filter,
  finalize,
  map,
  Observable,
  retry,
  shareReplay,
  type Subscription,
  takeLast,
} from 'rxjs';
import { WorkerCalls } from '../../platform/workers';
import type { FieldApi, HeapMessage, PairAnswer, SolvingMessage } from './field.worker';

/** Where the field is solved. */
export type Solver = 'device' | 'server';

/** What the page hears while a field is solved. */
export type FieldNews = SolvingMessage | { readonly kind: 'restarted' };

/** So many magnets' pictures are kept, of half a megabyte each. */
const MOST_KEPT = 6;

/** The same coil with nothing in it. */
export const withoutCore = (document: DesignDocument): DesignDocument => ({
  ...document,
  core: { ...document.core, shape: 'none' },
});

const calls = (): WorkerCalls<FieldApi> =>
  new WorkerCalls<FieldApi>(
    () => new Worker(new URL('./field.worker', import.meta.url), { type: 'module' }),
  );

/** Solves fields in a worker or on the server; unsubscribing ends the solution. */
@Injectable({ providedIn: 'root' })
export class FieldService {
  private readonly http = inject(HttpClient);
  private readonly solving = calls();
  private readonly meshing = calls();
  private readonly growing = calls();
  private readonly pairing = calls();

  /** Pictures by the document that they are of, oldest first. */
  private readonly kept = new Map<string, Observable<FieldNews>>();
  /** What is being solved before anybody asked. */
  private readonly ahead = new Map<string, Subscription>();

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      for (const kind of [this.solving, this.meshing, this.growing, this.pairing]) kind.end();
    });
  }

  /** Ever better pictures; those of a magnet that was solved before, at once. */
  pictures(document: DesignDocument, solver: Solver): Observable<FieldNews> {
    if (solver === 'server') return this.fromServer(document);
    const key = JSON.stringify(document);
    const kept = this.kept.get(key);
    if (kept) return kept.pipe(finalize(() => this.ahead.get(key)?.unsubscribe()));
    const solved = this.onDevice(toMagnetDesign(document)).pipe(
      shareReplay({ bufferSize: Infinity, refCount: true }),
    );
    this.kept.set(key, solved);
    const [oldest] = this.kept.keys();
    if (this.kept.size > MOST_KEPT) this.kept.delete(oldest!);
    return solved;
  }

  /**
   * Solves a magnet, with its core and without, before anybody asks; the one before is given up.
   * @param solved hears the last picture of each, and which it is of: either may be done first.
   */
  prefetchSolve(
    document: DesignDocument,
    solved?: (picture: FieldPicture, of: DesignDocument) => void,
  ): void {
    const wanted = new Map([[JSON.stringify(document), document]]);
    const bare = withoutCore(document);
    const bareKey = JSON.stringify(bare);
    // Of a coil without a core they are one and the same.
    if (!wanted.has(bareKey)) wanted.set(bareKey, bare);
    for (const [key, running] of [...this.ahead]) if (!wanted.has(key)) running.unsubscribe();
    for (const [key, one] of wanted) {
      if (this.ahead.has(key)) continue;
      const running = this.pictures(one, 'device')
        .pipe(
          catchError(() => EMPTY),
          finalize(() => this.ahead.delete(key)),
          filter(({ kind }) => kind === 'picture'),
          takeLast(1),
        )
        .subscribe((news) => {
          if (news.kind === 'picture') solved?.(news.picture, one);
        });
      // What is kept whole was told at once.
      if (!running.closed) this.ahead.set(key, running);
    }
  }

  /** A worker that dies is started again once, and the page is told. */
  private onDevice(design: MagnetDesign): Observable<FieldNews> {
    return new Observable<FieldNews>((subscriber) => {
      const inner = this.solving
        .stream<SolvingMessage>((api, tell) => api.pictures(design, tell))
        .pipe(
          retry({
            count: 1,
            delay: () => {
              subscriber.next({ kind: 'restarted' });
              return [0];
            },
          }),
        )
        .subscribe({
          next: (message) => subscriber.next(message),
          error: (error: unknown) => subscriber.error(error),
          complete: () => subscriber.complete(),
        });
      return () => inner.unsubscribe();
    });
  }

  /** The finest mesh with its field as a VTU file's text. */
  mesh(design: MagnetDesign): Observable<string> {
    return this.meshing.call((api) => api.mesh(design)).pipe(filter((text) => text !== null));
  }

  /** Two cores side by side in the plane through both axes. */
  pair(design: MagnetDesign): Observable<PairAnswer> {
    return this.pairing.call((api) => api.pair(design));
  }

  /** The heap grown as a material in the field, round by round. */
  heap(design: MagnetDesign): Observable<HeapMessage> {
    return this.growing.stream<HeapMessage>((api, tell) => api.heap(design, tell));
  }

  private fromServer(design: DesignDocument): Observable<FieldNews> {
    return defer(() => {
      const start = performance.now();
      return this.http.post<FieldPictureResource>('/api/fields', { design }).pipe(
        map((resource) => ({
          kind: 'picture' as const,
          picture: fieldPictureFrom(resource),
          seconds: (performance.now() - start) / 1000,
        })),
      );
    });
  }
}

import { HttpClient } from '@angular/common/http';
import { DestroyRef, inject, Injectable } from '@angular/core';
import {
  fieldPictureFrom,
  toMagnetDesign,
  type DesignDocument,
  type FieldPictureResource,
} from '@nab/contract';
import type { MagnetDesign } from '@nab/core';
import { catchError, defer, EMPTY, filter, map, Observable, retry } from 'rxjs';
import { WorkerCalls } from '../workers';
import type { FieldApi, HeapMessage, PairAnswer, SolvingMessage } from './field.worker';

/** Where the field is solved. */
export type Solver = 'device' | 'server';

/** What the page hears while a field is solved. */
export type FieldNews = SolvingMessage | { readonly kind: 'restarted' };

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

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      for (const kind of [this.solving, this.meshing, this.growing, this.pairing]) kind.end();
    });
  }

  /**
   * Starts the worker and has it solve a magnet once, unless it is there already: its code is then
   * loaded and compiled before anybody waits for a picture.
   */
  wake(design: MagnetDesign): void {
    if (this.solving.started) return;
    this.solving
      .stream<SolvingMessage>((api, tell) => api.pictures(design, tell))
      .pipe(catchError(() => EMPTY))
      .subscribe();
  }

  /** Ever better pictures. A worker that dies is started again once, and the page is told. */
  pictures(document: DesignDocument, solver: Solver): Observable<FieldNews> {
    if (solver === 'server') return this.fromServer(document);
    const design = toMagnetDesign(document);
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

import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  fieldPictureFrom,
  toMagnetDesign,
  type DesignDocument,
  type FieldPictureResource,
} from '@nab/contract';
import type { FieldPicture, MagnetDesign } from '@nab/core';
import { defer, filter, map, Observable, retry, take } from 'rxjs';
import type { FieldMessage, FieldRequest } from './field.worker';

/** Where the field is solved. */
export type Solver = 'device' | 'server';

/** What the page hears while a field is solved. */
export type FieldNews =
  | { readonly kind: 'step'; readonly iteration: number }
  | { readonly kind: 'picture'; readonly picture: FieldPicture; readonly seconds: number }
  | { readonly kind: 'fault'; readonly sentence: string }
  | { readonly kind: 'restarted' };

/** Solves fields in a worker or on the server; unsubscribing ends the solution. */
@Injectable({ providedIn: 'root' })
export class FieldService {
  private readonly http = inject(HttpClient);

  /** Ever better pictures. A worker that dies is started again once, and the page is told. */
  pictures(document: DesignDocument, solver: Solver): Observable<FieldNews> {
    if (solver === 'server') return this.fromServer(document);
    const design = toMagnetDesign(document);
    return new Observable<FieldNews>((subscriber) => {
      const inner = defer(() => this.ask({ design, want: 'pictures' }))
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
          next: (message) => {
            if (isNews(message)) subscriber.next(message);
          },
          error: (error: unknown) => subscriber.error(error),
          complete: () => subscriber.complete(),
        });
      return () => inner.unsubscribe();
    });
  }

  /** The finest mesh with its field as a VTU file's text. */
  mesh(design: MagnetDesign): Observable<string> {
    return this.ask({ design, want: 'mesh' }).pipe(
      map((message) => (message.kind === 'mesh' ? message.text : null)),
      filter((text) => text !== null),
      take(1),
    );
  }

  /** The heap grown as a material in the field, round by round. */
  heap(design: MagnetDesign): Observable<FieldMessage> {
    return this.ask({ design, want: 'heap' });
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

  private ask(request: FieldRequest): Observable<FieldMessage> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('./field.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<FieldMessage>) => {
        subscriber.next(data);
        if (data.kind === 'done') subscriber.complete();
      };
      worker.onerror = (event) => subscriber.error(new Error(event.message));
      worker.postMessage(request);
      return () => worker.terminate();
    });
  }
}

function isNews(message: FieldMessage): message is Exclude<FieldNews, { kind: 'restarted' }> {
  return message.kind === 'step' || message.kind === 'picture' || message.kind === 'fault';
}

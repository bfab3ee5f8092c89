import { Injectable } from '@angular/core';
import type { MagnetDesign } from '@nab/core';
import { Observable } from 'rxjs';
import type { FieldMessage, FieldRequest } from './field.worker';

/** Solves fields in a worker; unsubscribing ends the worker and with it the solution. */
@Injectable({ providedIn: 'root' })
export class FieldService {
  solve(design: MagnetDesign): Observable<FieldMessage> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('./field.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<FieldMessage>) => {
        subscriber.next(data);
        if (!('iteration' in data)) subscriber.complete();
      };
      worker.onerror = (event) => subscriber.error(new Error(event.message));
      worker.postMessage({ design } satisfies FieldRequest);
      return () => worker.terminate();
    });
  }
}

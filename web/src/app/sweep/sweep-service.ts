import { DestroyRef, inject, Injectable } from '@angular/core';
import type { MagnetDesign, SweptQuantity } from '@nab/core';
import { Observable } from 'rxjs';
import type { SweepAnswer, SweepRequest } from './sweep.worker';

export type Sweeps = Pick<SweepAnswer, 'sweeps' | 'load' | 'cells'>;

/** Runs sweeps in a worker, so that the screen stays live; unsubscribing drops the answer. */
@Injectable()
export class SweepService {
  private readonly worker = new Worker(new URL('./sweep.worker', import.meta.url), {
    type: 'module',
  });
  private nextKey = 0;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.worker.terminate());
  }

  sweep(design: MagnetDesign, quantities: readonly SweptQuantity[]): Observable<Sweeps> {
    return new Observable((subscriber) => {
      const key = this.nextKey++;
      const answered = ({ data }: MessageEvent<SweepAnswer>): void => {
        if (data.key !== key) return;
        subscriber.next(data);
        subscriber.complete();
      };
      const failed = (event: ErrorEvent): void => subscriber.error(new Error(event.message));
      this.worker.addEventListener('message', answered);
      this.worker.addEventListener('error', failed);
      this.worker.postMessage({ key, design, quantities } satisfies SweepRequest);
      return () => {
        this.worker.removeEventListener('message', answered);
        this.worker.removeEventListener('error', failed);
      };
    });
  }
}

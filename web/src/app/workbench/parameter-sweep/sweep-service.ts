import { DestroyRef, inject, Injectable } from '@angular/core';
import type { MagnetDesign, SweptQuantity } from '@nab/core/experiments';
import type { Observable } from 'rxjs';
import { WorkerCalls } from '../../platform/workers';
import type { Sweeps, SweepApi } from './sweep.worker';

/** Runs sweeps in a worker, so that the screen stays live; unsubscribing ends the sweep. */
@Injectable()
export class SweepService {
  private readonly calls = new WorkerCalls<SweepApi>(
    () => new Worker(new URL('./sweep.worker', import.meta.url), { type: 'module' }),
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.calls.end());
  }

  sweep(design: MagnetDesign, quantities: readonly SweptQuantity[]): Observable<Sweeps> {
    return this.calls.call((api) => api.sweep(design, quantities));
  }
}

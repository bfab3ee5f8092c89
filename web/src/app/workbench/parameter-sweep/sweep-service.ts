import { DestroyRef, inject, Injectable } from '@angular/core';
import type { MagnetDesign, SweptQuantity } from '@nab/core/experiments';
import type { Observable } from 'rxjs';
import { WorkerCalls } from '../../platform/workers';
import type { ParameterSweeps, SweepApi } from './sweep.worker';

/** Runs sweeps in a worker, so that the screen stays live; unsubscribing ends the sweep. */
@Injectable()
export class ParameterSweepService {
  private readonly calls = new WorkerCalls<SweepApi>(
    () => new Worker(new URL('./sweep.worker', import.meta.url), { type: 'module' }),
  );

  constructor() {
    inject(DestroyRef).onDestroy(() => this.calls.end());
  }

  sweep(design: MagnetDesign, quantities: readonly SweptQuantity[]): Observable<ParameterSweeps> {
    return this.calls.call((api) => api.sweep(design, quantities));
  }
}

import { computed, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { BenchSpot } from '@nab/contract/lesson';
import { catchError, debounceTime, distinctUntilChanged, EMPTY, filter, switchMap } from 'rxjs';
import { InvestigationStore } from '../../investigation';
import { Server } from '../../platform/server';

/** Steps that follow one another as fast as this are told as one. */
const REST_MS = 600;

/** Tells the room where this tablet's group is; a spot that does not arrive is soon out of date. */
@Injectable()
export class TellSpot {
  private readonly server = inject(Server);
  private readonly store = inject(InvestigationStore);

  /** In an injection context. @param spot null where this is no group's tablet. */
  follow(spot: () => BenchSpot | null): void {
    toObservable(computed(spot))
      .pipe(
        filter((at) => at !== null),
        distinctUntilChanged((p, q) => JSON.stringify(p) === JSON.stringify(q)),
        debounceTime(REST_MS),
        switchMap((at) => this.server.tellSpot(this.store.id(), at).pipe(catchError(() => EMPTY))),
        takeUntilDestroyed(),
      )
      .subscribe();
  }
}

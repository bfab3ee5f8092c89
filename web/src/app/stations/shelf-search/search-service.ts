import { Injectable } from '@angular/core';
import type { Observable } from 'rxjs';
import { WorkerCalls } from '../../platform/workers';
import type { SearchApi, SearchMessage, SearchRequest } from './search.worker';

/** Searches in a worker; unsubscribing ends the worker and with it the search. */
@Injectable({ providedIn: 'root' })
export class SearchService {
  private readonly calls = new WorkerCalls<SearchApi>(
    () => new Worker(new URL('./search.worker', import.meta.url), { type: 'module' }),
  );

  search(request: SearchRequest): Observable<SearchMessage> {
    return this.calls.stream<SearchMessage>((api, tell) => api.search(request, tell));
  }
}

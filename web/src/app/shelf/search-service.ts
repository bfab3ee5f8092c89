import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { SearchMessage, SearchRequest } from './search.worker';

/** Searches in a worker of its own; unsubscribing ends the worker and with it the search. */
@Injectable({ providedIn: 'root' })
export class SearchService {
  search(request: SearchRequest): Observable<SearchMessage> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('./search.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<SearchMessage>) => {
        subscriber.next(data);
        if ('result' in data) subscriber.complete();
      };
      worker.onerror = (event) => subscriber.error(new Error(event.message));
      worker.postMessage(request);
      return () => worker.terminate();
    });
  }
}

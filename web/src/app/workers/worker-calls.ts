import { proxy, wrap, type Remote } from 'comlink';
import { Observable } from 'rxjs';

/**
 * Calls to a worker as observables. A call that is unsubscribed before it answered is no longer
 * wanted: its worker is ended, so that it does not go on computing, and its late answer is dropped.
 * One object for each kind of work, so that ending one call ends no other.
 */
export class WorkerCalls<Api extends object> {
  private worker: Worker | null = null;
  private api: Remote<Api> | null = null;

  constructor(private readonly make: () => Worker) {}

  call<T>(ask: (api: Remote<Api>) => Promise<T>): Observable<T> {
    return this.run<T>((api, _tell) => ask(api), true);
  }

  /** The same of work that tells of its progress: what it tells, until it is done. */
  stream<T>(ask: (api: Remote<Api>, tell: (value: T) => void) => Promise<unknown>): Observable<T> {
    return this.run<T>((api, tell) => ask(api, proxy(tell)), false);
  }

  private run<T>(
    ask: (api: Remote<Api>, tell: (value: T) => void) => Promise<unknown>,
    answers: boolean,
  ): Observable<T> {
    return new Observable((subscriber) => {
      const { worker, api } = this.start();
      let answered = false;
      const failed = (event: ErrorEvent): void => {
        answered = true;
        this.end();
        subscriber.error(new Error(event.message));
      };
      worker.addEventListener('error', failed);
      ask(api, (value) => subscriber.next(value)).then(
        (value) => {
          answered = true;
          if (answers) subscriber.next(value as T);
          subscriber.complete();
        },
        (error: unknown) => {
          answered = true;
          subscriber.error(error);
        },
      );
      return () => {
        worker.removeEventListener('error', failed);
        // Another call may have ended it already, and a later one begun another.
        if (!answered && this.worker === worker) this.end();
      };
    });
  }

  /** Ends the worker; the next call starts another. */
  end(): void {
    this.worker?.terminate();
    this.worker = null;
    this.api = null;
  }

  private start(): { worker: Worker; api: Remote<Api> } {
    this.worker ??= this.make();
    this.api ??= wrap<Api>(this.worker);
    return { worker: this.worker, api: this.api };
  }
}

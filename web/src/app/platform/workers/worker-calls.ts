import { proxy, wrap, type Remote } from 'comlink';
import { Observable } from 'rxjs';

/**
 * Calls to a worker as observables. A call that is unsubscribed before it answered is no longer
 * wanted: its worker is ended, so that it does not go on computing, and its late answer is dropped;
 * what else the worker was asked, another one is asked again. One object for each kind of work, so that
 * this is seldom.
 */
export class WorkerCalls<Api extends object> {
  private worker: Worker | null = null;
  private api: Remote<Api> | null = null;
  /** Begins anew what the worker was asked and has not answered. */
  private readonly open = new Set<() => void>();
  /** The same of what another worker is to be asked. */
  private readonly again = new Set<() => void>();

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
      let hush = (): void => undefined;
      const begin = (): void => {
        hush();
        const { worker, api } = this.start();
        this.open.add(begin);
        // What a worker said before it was ended may still arrive.
        let heard = true;
        const over = (): void => {
          hush();
          this.open.delete(begin);
        };
        const failed = (event: ErrorEvent): void => {
          over();
          if (this.worker === worker) this.terminate();
          subscriber.error(new Error(event.message));
        };
        hush = () => {
          heard = false;
          worker.removeEventListener('error', failed);
        };
        worker.addEventListener('error', failed);
        ask(api, (value) => heard && subscriber.next(value)).then(
          (value) => {
            if (!heard) return;
            over();
            if (answers) subscriber.next(value as T);
            subscriber.complete();
          },
          (error: unknown) => {
            if (!heard) return;
            over();
            subscriber.error(error);
          },
        );
      };
      begin();
      return () => {
        hush();
        if (this.again.delete(begin) || !this.open.delete(begin)) return;
        const others = [...this.open];
        this.terminate();
        for (const other of others) this.again.add(other);
        // Not at once: the others are often given up with it.
        queueMicrotask(() => this.beginAgain());
      };
    });
  }

  private beginAgain(): void {
    const waiting = [...this.again];
    this.again.clear();
    for (const begin of waiting) begin();
  }

  /** Ends the worker with all that it was asked; the next call starts another. */
  end(): void {
    this.again.clear();
    this.terminate();
  }

  private terminate(): void {
    this.worker?.terminate();
    this.worker = null;
    this.api = null;
    this.open.clear();
  }

  private start(): { worker: Worker; api: Remote<Api> } {
    this.worker ??= this.make();
    this.api ??= wrap<Api>(this.worker);
    return { worker: this.worker, api: this.api };
  }
}

import { proxy, wrap, type Remote } from 'comlink';
import { Observable } from 'rxjs';

/**
 * Calls to a worker as observables. A call that is unsubscribed before it answered is no longer
 * wanted: its answer is dropped, and its worker is ended if it still computes after `grace` ms. What
 * else that worker was asked is then asked of a new one. Starting a worker costs more than a short
 * computation, so give short work some grace. Use one object for each kind of work.
 */
export class WorkerCalls<Api extends object> {
  private worker: Worker | null = null;
  private api: Remote<Api> | null = null;
  /** Asks again what the worker has not answered. */
  private readonly open = new Set<() => void>();
  /** The same of what another worker is to be asked. */
  private readonly again = new Set<() => void>();

  constructor(
    private readonly make: () => Worker,
    private readonly grace = 0,
  ) {}

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
      let mute = (): void => undefined;
      let asked: { readonly worker: Worker; readonly settled: Promise<unknown> } | null = null;
      const begin = (): void => {
        mute();
        const { worker, api } = this.start();
        this.open.add(begin);
        // What a worker said before it was ended may still arrive.
        let heard = true;
        const over = (): void => {
          mute();
          this.open.delete(begin);
        };
        const failed = (event: ErrorEvent): void => {
          over();
          if (this.worker === worker) this.terminate();
          subscriber.error(new Error(event.message));
        };
        mute = () => {
          heard = false;
          worker.removeEventListener('error', failed);
        };
        worker.addEventListener('error', failed);
        const answer = ask(api, (value) => heard && subscriber.next(value));
        asked = { worker, settled: answer.catch(() => undefined) };
        answer.then(
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
        mute();
        if (this.again.delete(begin) || !this.open.delete(begin)) return;
        if (!asked || this.grace === 0) return this.replaceWorker();
        const { worker, settled } = asked;
        const patience = setTimeout(() => {
          if (this.worker === worker) this.replaceWorker();
        }, this.grace);
        void settled.then(() => clearTimeout(patience));
      };
    });
  }

  /** Ends the worker; what it was asked and has not answered is asked again. */
  private replaceWorker(): void {
    const others = [...this.open];
    this.terminate();
    for (const other of others) this.again.add(other);
    // Not at once: the others are often given up with it.
    queueMicrotask(() => this.beginAgain());
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

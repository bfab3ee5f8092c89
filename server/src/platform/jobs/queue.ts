import { randomUUID } from 'node:crypto';
import type pg from 'pg';
import type PgBoss from 'pg-boss';
import type { PgNotifications } from '../database/index.js';
import { ProblemError } from '../problems/index.js';
import { JOB_TIMES, openQueue, type JobTimes } from './connection.js';

const CHANNEL = 'nab_jobs';
/** A job whose server died is done again so often. */
const MAX_ATTEMPTS = 2;

/** How jobs of one kind are done. */
export interface JobHandler<Data extends object, Result extends object> {
  /** Done at the same time by one server. */
  readonly concurrency: number;
  /** More than so many that wait, over all servers, are refused. */
  readonly maxQueued: number;
  readonly run: (data: Data, signal: AbortSignal) => Promise<Result>;
}

type AnyJobHandler = JobHandler<object, object>;

/** What a job leaves: its result, or the words of a fault that another try would meet again. */
type Output = { readonly result: object } | { readonly fault: string };

/**
 * Long work of all servers of one database: a server that is free takes it, and the client hears
 * of its end by a notification. A job lives as long as somebody waits for it.
 */
export class JobQueue {
  private readonly handlers = new Map<string, AnyJobHandler>();
  private readonly running = new Map<string, Map<string, AbortController>>();
  private readonly looking = new Map<string, 'once' | 'again'>();
  private readonly waiters = new Map<string, () => void>();
  private readonly ending = new AbortController();
  private readonly boss: PgBoss;
  private readonly pool: pg.Pool;
  private started: Promise<unknown> | null = null;
  private sweep: NodeJS.Timeout | null = null;

  constructor(
    databaseUrl: string,
    notices: PgNotifications,
    private readonly failed: (error: unknown) => void,
    private readonly times: JobTimes = JOB_TIMES,
  ) {
    ({ boss: this.boss, pool: this.pool } = openQueue(databaseUrl, times, failed));
    notices.on(CHANNEL, (told) => this.hear(told));
  }

  /** Says how jobs of a kind are done; before the first is asked for. */
  handle<Data extends object, Result extends object>(
    name: string,
    trade: JobHandler<Data, Result>,
  ): void {
    this.handlers.set(name, trade as unknown as AnyJobHandler);
    this.running.set(name, new Map());
  }

  /** From now on this server takes up what any of them is asked for. */
  async start(): Promise<void> {
    this.started ??= this.open().catch((error: unknown) => {
      this.started = null;
      throw error;
    });
    await this.started;
  }

  /**
   * Has a job done and waits for it.
   * @param signal the client has left: the job is forgotten, and given up where it is being done.
   * @throws ProblemError BUSY when too many wait; UNAVAILABLE when this server ends, or when those
   *   who took it up died of it.
   */
  async submit<Result extends object>(
    name: string,
    data: object,
    signal: AbortSignal,
  ): Promise<Result> {
    if (this.ending.signal.aborted) throw new ProblemError('UNAVAILABLE');
    await this.start();
    if ((await this.boss.getQueueSize(name)) >= this.handlers.get(name)!.maxQueued) {
      throw new ProblemError('BUSY', { detail: 'Try again shortly.', retryAfter_s: 5 });
    }
    const id = randomUUID();
    await this.boss.send(name, data, {
      id,
      expireInSeconds: this.times.expireAfter_s,
      retryLimit: MAX_ATTEMPTS,
      retentionMinutes: 5,
    });
    const wake = (): void => this.waiters.get(id)?.();
    const signals = [signal, this.ending.signal];
    for (const end of signals) end.addEventListener('abort', wake);
    try {
      await this.tell(`asked ${name}`);
      return (await this.outcome(name, id, signal)) as Result;
    } finally {
      for (const end of signals) end.removeEventListener('abort', wake);
      this.waiters.delete(id);
      await this.boss.deleteJob(name, id).catch(this.failed);
      await this.tell(`left ${id}`);
    }
  }

  /** Gives up what is being done here, so that another server takes it up. */
  async end(): Promise<void> {
    this.ending.abort();
    if (this.sweep) clearInterval(this.sweep);
    const left = [...this.running].flatMap(([name, jobs]) =>
      [...jobs].map(async ([id, controller]) => {
        controller.abort();
        await this.boss.fail(name, id).catch(this.failed);
        await this.tell(`asked ${name}`);
      }),
    );
    await Promise.all(left);
  }

  /** After `end`, when nobody waits any more. */
  async close(): Promise<void> {
    await this.boss.stop({ graceful: false }).catch(this.failed);
    await this.pool.end();
  }

  private async open(): Promise<void> {
    await this.boss.start();
    for (const name of this.handlers.keys()) await this.boss.createQueue(name);
    this.sweep ??= setInterval(() => this.lookAtAll(), this.times.sweep_s * 1000).unref();
    this.lookAtAll();
  }

  /** Waits until a job has an outcome, and says it. */
  private async outcome(name: string, id: string, signal: AbortSignal): Promise<object> {
    for (;;) {
      const woken = new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, this.times.sweep_s * 1000).unref();
        this.waiters.set(id, () => {
          clearTimeout(timer);
          resolve();
        });
      });
      signal.throwIfAborted();
      if (this.ending.signal.aborted) throw new ProblemError('UNAVAILABLE');
      const job = await this.boss.getJobById(name, id);
      if (job?.state === 'completed') return resultOf(job.output as Output);
      if (!job || job.state === 'failed' || job.state === 'cancelled') {
        throw new ProblemError('UNAVAILABLE', { detail: 'Try again shortly.' });
      }
      await woken;
    }
  }

  private hear(told: string | null): void {
    if (this.started === null) return;
    const [word, of] = told?.split(' ') ?? [];
    if (word === 'asked' && of) this.look(of);
    else if (word === 'done' && of) this.waiters.get(of)?.();
    else if (word === 'left' && of) {
      for (const jobs of this.running.values()) jobs.get(of)?.abort();
    } else {
      this.lookAtAll();
      for (const wake of this.waiters.values()) wake();
    }
  }

  private async tell(what: string): Promise<void> {
    await this.pool.query('SELECT pg_notify($1, $2)', [CHANNEL, what]).catch(this.failed);
  }

  private lookAtAll(): void {
    for (const name of this.handlers.keys()) this.look(name);
  }

  /** Takes up what waits while a hand is free; one look at a time, and once more if asked meanwhile. */
  private look(name: string): void {
    const trade = this.handlers.get(name);
    if (!trade || this.ending.signal.aborted) return;
    if (this.looking.has(name)) {
      this.looking.set(name, 'again');
      return;
    }
    this.looking.set(name, 'once');
    this.takeUp(name, trade)
      .catch(this.failed)
      .finally(() => {
        const again = this.looking.get(name) === 'again';
        this.looking.delete(name);
        if (again) this.look(name);
      });
  }

  private async takeUp(name: string, trade: AnyJobHandler): Promise<void> {
    const jobs = this.running.get(name)!;
    while (jobs.size < trade.concurrency && !this.ending.signal.aborted) {
      const [job] = await this.boss.fetch<object>(name);
      if (!job) return;
      const controller = new AbortController();
      jobs.set(job.id, controller);
      void this.do(name, trade, job, controller.signal)
        .catch(this.failed)
        .finally(() => {
          jobs.delete(job.id);
          this.look(name);
        });
    }
  }

  private async do(
    name: string,
    trade: AnyJobHandler,
    { id, data }: PgBoss.Job<object>,
    signal: AbortSignal,
  ): Promise<void> {
    let output: Output;
    try {
      output = { result: await trade.run(data, signal) };
    } catch (error) {
      if (signal.aborted) return;
      this.failed(error);
      output = { fault: (error as Error).message };
    }
    await this.boss.complete(name, id, output);
    await this.tell(`done ${id}`);
  }
}

function resultOf(output: Output): object {
  if ('fault' in output) throw new Error(output.fault);
  return output.result;
}

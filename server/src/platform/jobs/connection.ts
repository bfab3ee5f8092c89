import pg from 'pg';
import PgBoss from 'pg-boss';

/** Where the queue lies: apart from the school's tables, so that backups and migrations ignore it. */
export const SCHEMA = 'jobs';

export interface JobTimes {
  /** A job whose server has said nothing for so long is taken up by another one, s. */
  readonly expireAfter_s: number;
  /** How often one of the servers looks for such jobs and throws away what nobody asked for, s. */
  readonly tidy_s: number;
  /** Where a notification was lost, a job is seen after this at the latest, s. */
  readonly sweep_s: number;
}

export const JOB_TIMES: JobTimes = { expireAfter_s: 60, tidy_s: 10, sweep_s: 5 };

/** The queue's tables over a small pool of its own: a long statement there holds up no reading. */
export function openQueue(
  url: string,
  { tidy_s }: JobTimes,
  failed: (error: unknown) => void,
): { boss: PgBoss; pool: pg.Pool } {
  const pool = new pg.Pool({
    connectionString: url,
    max: 2,
    idleTimeoutMillis: 10_000,
    connectionTimeoutMillis: 5_000,
    statement_timeout: 15_000,
    keepAlive: true,
  });
  pool.on('error', failed);
  const boss = new PgBoss({
    db: { executeSql: (text, values) => pool.query(text, values) },
    schema: SCHEMA,
    schedule: false,
    maintenanceIntervalSeconds: tidy_s,
    archiveCompletedAfterSeconds: 60,
    deleteAfterMinutes: 1,
  });
  boss.on('error', failed);
  return { boss, pool };
}

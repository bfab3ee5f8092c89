import pg from 'pg';
import type { Sequelize } from 'sequelize';

const CHANNEL = 'nab_changes';
/** Writes of one moment are announced together. */
const TOGETHER_MS = 25;
const AGAIN_MS = 1000;

/**
 * Tells every server of one database that something was written. Announced after the write and not
 * in its transaction: PostgreSQL commits transactions that notify one after the other.
 */
export class Wake {
  private client: pg.Client | null = null;
  private timer: NodeJS.Timeout | null = null;
  private retry: NodeJS.Timeout | null = null;
  private ended = false;

  constructor(
    private readonly sequelize: Sequelize,
    private readonly url: string,
    private readonly woken: () => void,
    private readonly failed: (error: unknown) => void,
  ) {}

  /** Listens until it is ended, and again after the database was away. */
  async listen(): Promise<void> {
    if (this.ended) return;
    const client = new pg.Client({ connectionString: this.url, keepAlive: true });
    let lost = false;
    const again = (error?: Error): void => {
      if (lost || this.ended) return;
      lost = true;
      if (error) this.failed(error);
      client.end().catch(() => undefined);
      this.retry = setTimeout(() => void this.listen(), AGAIN_MS);
    };
    client.on('error', again);
    client.on('end', () => again());
    client.on('notification', () => this.woken());
    this.client = client;
    try {
      await client.connect();
      await client.query(`LISTEN ${CHANNEL}`);
      // What was written while nobody listened.
      this.woken();
    } catch (error) {
      again(error as Error);
    }
  }

  /** Something was written here. */
  announce(): void {
    if (this.timer !== null || this.ended) return;
    this.timer = setTimeout(() => {
      this.timer = null;
      this.sequelize.query(`NOTIFY ${CHANNEL}`).catch(this.failed);
    }, TOGETHER_MS);
  }

  async end(): Promise<void> {
    this.ended = true;
    if (this.timer) clearTimeout(this.timer);
    if (this.retry) clearTimeout(this.retry);
    await this.client?.end().catch(() => undefined);
  }
}

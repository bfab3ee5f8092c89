import pg from 'pg';

const AGAIN_MS = 1000;

/** What was told on a channel; null after a reconnection, when something may have been missed. */
export type NotificationListener = (told: string | null) => void;

/** What the database's servers tell one another by its notifications, over a connection of its own. */
export class PgNotifications {
  private readonly hearers = new Map<string, NotificationListener[]>();
  private client: pg.Client | null = null;
  private retry: NodeJS.Timeout | null = null;
  private ended = false;

  constructor(
    private readonly url: string,
    private readonly failed: (error: unknown) => void,
  ) {}

  /** Before `listen`. */
  on(channel: string, hear: NotificationListener): void {
    this.hearers.set(channel, [...(this.hearers.get(channel) ?? []), hear]);
  }

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
    client.on('notification', ({ channel, payload }) => this.tell(channel, payload ?? ''));
    this.client = client;
    try {
      await client.connect();
      for (const channel of this.hearers.keys()) await client.query(`LISTEN ${channel}`);
      for (const channel of this.hearers.keys()) this.tell(channel, null);
    } catch (error) {
      again(error as Error);
    }
  }

  async end(): Promise<void> {
    this.ended = true;
    if (this.retry) clearTimeout(this.retry);
    await this.client?.end().catch(() => undefined);
  }

  private tell(channel: string, told: string | null): void {
    for (const hear of this.hearers.get(channel) ?? []) hear(told);
  }
}

import type { Sequelize } from 'sequelize';
import type { PgNotifications } from '../../platform/database/index.js';

const CHANNEL = 'nab_changes';
/** Writes of one moment are announced together. */
const DEBOUNCE_MS = 25;

/**
 * Tells every server of one database that something was written. Announced after the write and not
 * in its transaction: PostgreSQL commits transactions that notify one after the other.
 */
export class ChangeNotifier {
  private timer: NodeJS.Timeout | null = null;
  private ended = false;

  constructor(
    private readonly sequelize: Sequelize,
    notices: PgNotifications,
    woken: () => void,
    private readonly failed: (error: unknown) => void,
  ) {
    notices.on(CHANNEL, woken);
  }

  /** Something was written here. */
  notify(): void {
    if (this.timer !== null || this.ended) return;
    this.timer = setTimeout(() => {
      this.timer = null;
      this.sequelize.query(`NOTIFY ${CHANNEL}`).catch(this.failed);
    }, DEBOUNCE_MS);
  }

  end(): void {
    this.ended = true;
    if (this.timer) clearTimeout(this.timer);
  }
}

import type { Sequelize } from 'sequelize';
import type { Notices } from '../../platform/database/index.js';

const CHANNEL = 'nab_changes';
/** Writes of one moment are announced together. */
const TOGETHER_MS = 25;

/**
 * Tells every server of one database that something was written. Announced after the write and not
 * in its transaction: PostgreSQL commits transactions that notify one after the other.
 */
export class Wake {
  private timer: NodeJS.Timeout | null = null;
  private ended = false;

  constructor(
    private readonly sequelize: Sequelize,
    notices: Notices,
    woken: () => void,
    private readonly failed: (error: unknown) => void,
  ) {
    notices.on(CHANNEL, woken);
  }

  /** Something was written here. */
  announce(): void {
    if (this.timer !== null || this.ended) return;
    this.timer = setTimeout(() => {
      this.timer = null;
      this.sequelize.query(`NOTIFY ${CHANNEL}`).catch(this.failed);
    }, TOGETHER_MS);
  }

  end(): void {
    this.ended = true;
    if (this.timer) clearTimeout(this.timer);
  }
}

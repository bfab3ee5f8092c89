import { setTimeout as pause } from 'node:timers/promises';
import { BaseError, type Sequelize, type Transaction, type TransactionOptions } from 'sequelize';

/** So often a transaction is tried that others got in the way of. */
const MOST_TRIES = 6;
/** Longest wait before the second try, ms; it doubles. */
const WAIT_MS = 20;

/** SQLSTATE of a transaction that has to be tried again: serialization failure, deadlock. */
const isInTheWay = (error: unknown): boolean => {
  const cause =
    error instanceof BaseError ? (error as { parent?: { code?: string } }).parent : null;
  return cause?.code === '40001' || cause?.code === '40P01';
};

/**
 * A transaction that is tried again where another one changed what it had read.
 * @param work done once for each try: nothing of it may last but what the database holds.
 * Source: PostgreSQL documentation, ch. 13.5 (serialization failure handling).
 */
export async function tryAgain<T>(
  sequelize: Sequelize,
  options: TransactionOptions,
  work: (transaction: Transaction) => Promise<T>,
): Promise<T> {
  for (let tried = 1; ; tried++) {
    try {
      return await sequelize.transaction(options, work);
    } catch (error) {
      if (!isInTheWay(error) || tried >= MOST_TRIES) throw error;
      // Two that meet must not meet again.
      await pause(Math.random() * WAIT_MS * 2 ** tried);
    }
  }
}

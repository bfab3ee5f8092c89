import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/**
 * The place in the changes that belongs to what is read from here on: every transaction before it has
 * ended, so that what it wrote is seen; what changes from there on is told.
 */
export async function snapshotXmin(
  sequelize: Sequelize,
  transaction: Transaction,
): Promise<string> {
  const [row] = await sequelize.query<{ at: string }>(
    'SELECT pg_snapshot_xmin(pg_current_snapshot())::text AS at',
    { type: QueryTypes.SELECT, transaction },
  );
  return row!.at;
}

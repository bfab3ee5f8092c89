import type { UnplacedReading } from '@nab/contract/lesson';
import type { Transaction } from 'sequelize';
import { InvestigationRow, UnplacedReadingRow } from '../../platform/database/index.js';

export type UnplacedKind = UnplacedReading['kind'];

/** Keeps a record apart from the plan; false where there is no such investigation. Once for each id. */
export async function saveUnplaced(
  stray: { id: string; kind: UnplacedKind; investigationId: string; body: object; why: string },
  transaction: Transaction,
): Promise<boolean> {
  if (!(await InvestigationRow.findByPk(stray.investigationId, { transaction }))) return false;
  await UnplacedReadingRow.bulkCreate([{ ...stray, settled: null, receivedAt: new Date() }], {
    ignoreDuplicates: true,
    transaction,
  });
  return true;
}

export const findUnplaced = (
  id: string,
  transaction: Transaction,
): Promise<UnplacedReadingRow | null> =>
  UnplacedReadingRow.findByPk(id, { transaction, lock: true });

export async function listUnplaced(
  investigationId: string,
  transaction: Transaction,
): Promise<UnplacedReading[]> {
  const rows = await UnplacedReadingRow.findAll({
    where: { investigationId, settled: null },
    order: [['receivedAt', 'ASC']],
    transaction,
  });
  return rows.map(
    ({ id, kind, body, why, receivedAt }) =>
      ({ id, kind, body, why, receivedAt: receivedAt.toISOString() }) as UnplacedReading,
  );
}

export const resolveUnplaced = (
  row: UnplacedReadingRow,
  how: 'placed' | 'left-out',
  transaction: Transaction,
): Promise<unknown> => row.update({ settled: how }, { transaction });

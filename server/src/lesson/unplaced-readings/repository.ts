import type { Stray } from '@nab/contract/lesson';
import type { Transaction } from 'sequelize';
import { InvestigationRow, StrayRow } from '../../platform/database/index.js';

export type StrayKind = Stray['kind'];

/** Keeps a record beside the plan; false where there is no such investigation. Once for each id. */
export async function keepStray(
  stray: { id: string; kind: StrayKind; investigationId: string; body: object; why: string },
  transaction: Transaction,
): Promise<boolean> {
  if (!(await InvestigationRow.findByPk(stray.investigationId, { transaction }))) return false;
  await StrayRow.bulkCreate([{ ...stray, settled: null, receivedAt: new Date() }], {
    ignoreDuplicates: true,
    transaction,
  });
  return true;
}

export const findStray = (id: string, transaction: Transaction): Promise<StrayRow | null> =>
  StrayRow.findByPk(id, { transaction, lock: true });

export async function openStrays(
  investigationId: string,
  transaction: Transaction,
): Promise<Stray[]> {
  const rows = await StrayRow.findAll({
    where: { investigationId, settled: null },
    order: [['receivedAt', 'ASC']],
    transaction,
  });
  return rows.map(
    ({ id, kind, body, why, receivedAt }) =>
      ({ id, kind, body, why, receivedAt: receivedAt.toISOString() }) as Stray,
  );
}

export const settle = (
  row: StrayRow,
  how: 'placed' | 'left-out',
  transaction: Transaction,
): Promise<unknown> => row.update({ settled: how }, { transaction });

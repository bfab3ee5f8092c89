import { completeDesign, type DesignDocument, type VersionedDesign } from '@nab/contract';
import type { Transaction } from 'sequelize';
import { DesignRow } from '../database/index.js';

export const toDesign = (row: DesignRow): VersionedDesign => ({
  id: row.id,
  version: row.version,
  design: completeDesign(row.document),
});

export async function findDesign(
  id: string,
  transaction?: Transaction,
): Promise<VersionedDesign | null> {
  const row = await DesignRow.findByPk(id, { transaction: transaction ?? null });
  return row && toDesign(row);
}

export async function insertDesign(
  id: string,
  document: DesignDocument,
  transaction: Transaction,
): Promise<void> {
  await DesignRow.create({ id, version: 1, document }, { transaction });
}

/** Writes a design if its version is still the given one. Returns null when it is not. */
export async function replaceDesign(
  id: string,
  version: number,
  document: DesignDocument,
): Promise<VersionedDesign | null> {
  const [, rows] = await DesignRow.update(
    { document, version: version + 1 },
    { where: { id, version }, returning: true },
  );
  return rows[0] ? toDesign(rows[0]) : null;
}

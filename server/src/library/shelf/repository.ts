import { completeShelfItem, type ShelfItem, type VersionedShelfItem } from '@nab/contract/shelf';
import type { Transaction } from 'sequelize';
import { ShelfRemovedRow, ShelfRow } from '../../platform/database/index.js';

const toItem = (row: ShelfRow): VersionedShelfItem => ({
  id: row.id,
  version: row.version,
  demo: row.demo,
  item: completeShelfItem(row.document),
});

export async function listShelf(transaction: Transaction): Promise<VersionedShelfItem[]> {
  const rows = await ShelfRow.findAll({
    order: [
      ['createdAt', 'ASC'],
      ['id', 'ASC'],
    ],
    transaction,
  });
  return rows.map(toItem);
}

export async function findShelfItem(
  id: string,
  transaction: Transaction,
): Promise<VersionedShelfItem | null> {
  const row = await ShelfRow.findByPk(id, { transaction });
  return row && toItem(row);
}

export async function insertShelfItem(
  id: string,
  item: ShelfItem,
  transaction: Transaction,
  demo = false,
): Promise<VersionedShelfItem> {
  const row = await ShelfRow.create(
    { id, version: 1, kind: item.kind, document: item, demo },
    { transaction },
  );
  await ShelfRemovedRow.destroy({ where: { id }, transaction });
  return toItem(row);
}

/** Writes an item if its version is still the given one; null when it is not. */
export async function replaceShelfItem(
  id: string,
  version: number,
  item: ShelfItem,
  transaction: Transaction,
): Promise<VersionedShelfItem | null> {
  const [, rows] = await ShelfRow.update(
    { document: item, kind: item.kind, version: version + 1 },
    { where: { id, version }, returning: true, transaction },
  );
  return rows[0] ? toItem(rows[0]) : null;
}

/** Takes an item off the shelf; false when it was not there. */
export async function removeShelfItem(id: string, transaction: Transaction): Promise<boolean> {
  const removed = await ShelfRow.destroy({ where: { id }, transaction });
  if (removed > 0) await ShelfRemovedRow.upsert({ id }, { transaction });
  return removed > 0;
}

export async function wasRemoved(id: string, transaction: Transaction): Promise<boolean> {
  return (await ShelfRemovedRow.findByPk(id, { transaction })) !== null;
}

import type { Actor, EarlierState } from '@nab/contract/lesson';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';

/** What somebody is changing without a pause is one change: how it was before it is kept. */
const ONE_CHANGE = '2 minutes';

export interface Revision {
  readonly kind: EarlierState['kind'];
  readonly ref: string;
  readonly version: number;
  readonly document: object;
  readonly actor: Actor;
  readonly removed?: boolean;
}

/** Keeps how something was before this change, unless the same person is in the middle of changing it. */
export async function saveRevision(
  { kind, ref, version, document, actor, removed = false }: Revision,
  transaction: Transaction,
): Promise<void> {
  await sequelizeOf(transaction).query(
    `INSERT INTO history (kind, ref, version, document, actor, removed)
       SELECT $kind, $ref::uuid, $version::integer, $document::jsonb, $actor, $removed::boolean
        WHERE $removed::boolean OR NOT EXISTS (
          SELECT FROM history h
           WHERE h.school_id = current_school() AND h.ref = $ref::uuid AND h.kind = $kind AND h.actor = $actor AND NOT h.removed
             AND h.at > now() - interval '${ONE_CHANGE}')`,
    {
      bind: { kind, ref, version, document: JSON.stringify(document), actor, removed },
      transaction,
    },
  );
}

export interface EarlierRow {
  readonly id: string;
  readonly kind: EarlierState['kind'];
  readonly ref: string;
  readonly version: number;
  readonly document: Readonly<Record<string, unknown>>;
  readonly actor: Actor;
  readonly at: Date;
}

const COLUMNS = 'h.id, h.kind, h.ref, h.version, h.document, h.actor, h.at';

/** Earlier states of some things, the newest first. */
export function listRevisions(
  refs: readonly string[],
  most: number,
  transaction: Transaction,
): Promise<EarlierRow[]> {
  return sequelizeOf(transaction).query<EarlierRow>(
    `SELECT ${COLUMNS} FROM history h WHERE h.school_id = current_school() AND h.ref = ANY ($refs::uuid[])
      ORDER BY h.id DESC LIMIT $most::integer`,
    { type: QueryTypes.SELECT, bind: { refs: [...refs], most }, transaction },
  );
}

/** Things taken off the shelf that are not on it again, the last first. */
export function removedFromShelf(transaction: Transaction): Promise<EarlierRow[]> {
  return sequelizeOf(transaction).query<EarlierRow>(
    `SELECT DISTINCT ON (h.ref) ${COLUMNS} FROM history h
      WHERE h.school_id = current_school() AND h.kind = 'shelf' AND h.removed
        AND NOT EXISTS (SELECT FROM shelf_items s WHERE s.id = h.ref)
      ORDER BY h.ref, h.id DESC`,
    { type: QueryTypes.SELECT, transaction },
  );
}

// Every transaction here is one of a Sequelize.
const sequelizeOf = (transaction: Transaction): Sequelize =>
  (transaction as unknown as { sequelize: Sequelize }).sequelize;

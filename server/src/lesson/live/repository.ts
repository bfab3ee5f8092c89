import { QueryTypes, type Sequelize } from 'sequelize';

export type ChangeKind = 'reading' | 'prediction' | 'poll' | 'plan' | 'room';

export interface Change {
  readonly investigationId: string;
  readonly kind: ChangeKind;
  readonly ref: string | null;
}

export interface Changes {
  /** Every transaction before this one has ended: the place from which to go on. */
  readonly horizon: string;
  readonly changes: readonly Change[];
  /** Whether some wait for an older transaction to end. */
  readonly withheld: boolean;
}

/** What changed in some investigations since a place, once nothing older can come any more. */
export async function readChanges(
  sequelize: Sequelize,
  since: string | null,
  investigationIds: readonly string[],
): Promise<Changes> {
  const rows = await sequelize.query<
    { horizon: string; open: boolean } & { [K in keyof Change]: Change[K] | null }
  >(
    `WITH s AS MATERIALIZED (SELECT pg_snapshot_xmin(pg_current_snapshot()) AS horizon)
     SELECT s.horizon::text AS horizon, c.xact >= s.horizon AS open,
       c.investigation_id AS "investigationId", c.kind, c.ref
     FROM s LEFT JOIN changes c
       ON c.school_id = current_school() AND c.investigation_id = ANY($ids::uuid[]) AND c.xact >= coalesce($since::xid8, s.horizon)
     ORDER BY c.xact, c.seq`,
    { type: QueryTypes.SELECT, bind: { ids: [...investigationIds], since } },
  );
  const found = rows.filter(({ investigationId }) => investigationId !== null);
  return {
    horizon: rows[0]!.horizon,
    changes: found
      .filter(({ open }) => !open)
      .map(({ investigationId, kind, ref }) => ({
        investigationId: investigationId!,
        kind: kind!,
        ref,
      })),
    withheld: found.some(({ open }) => open),
  };
}

/** Whether all that changed since a place is still kept, and the place is one of this database. */
export async function isKept(sequelize: Sequelize, since: string): Promise<boolean> {
  const [row] = await sequelize.query<{ kept: boolean }>(
    `SELECT $since::xid8 >= f.xact AND $since::xid8 <= pg_snapshot_xmax(pg_current_snapshot()) AS kept
     FROM changes_floor f`,
    { type: QueryTypes.SELECT, bind: { since } },
  );
  return row!.kept;
}

/** Throws away what is older than some days; clients that were away longer read everything again. */
export async function pruneChanges(sequelize: Sequelize, days: number): Promise<void> {
  await sequelize.query(
    `WITH gone AS (
       DELETE FROM changes WHERE school_id = current_school() AND at < now() - make_interval(days => $days) RETURNING xact
     )
     UPDATE changes_floor SET xact = greatest(xact, (SELECT max(xact) FROM gone))
     WHERE EXISTS (SELECT FROM gone)`,
    { bind: { days } },
  );
}

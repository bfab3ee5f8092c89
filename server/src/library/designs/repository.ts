import { completeDocument, experimentOf, type ExperimentDocument } from '@nab/contract/experiments';
import type { Actor, DesignSummary, VersionedDesign } from '@nab/contract/lesson';
import type { ExperimentId } from '@nab/core/experiments';
import { QueryTypes, type Transaction } from 'sequelize';
import { DesignRow } from '../../platform/database/index.js';

export const toDesign = (row: DesignRow): VersionedDesign => ({
  id: row.id,
  version: row.version,
  design: completeDocument(row.document),
});

export async function findDesign(
  id: string,
  transaction: Transaction,
): Promise<VersionedDesign | null> {
  const row = await DesignRow.findByPk(id, { transaction });
  return row && toDesign(row);
}

/** Designs that stand by themselves and belong to no investigation, last changed first. */
export async function listDesigns(
  experiment: ExperimentId | null,
  transaction: Transaction,
): Promise<DesignSummary[]> {
  const rows = await DesignRow.sequelize!.query<
    Omit<DesignSummary, 'updatedAt'> & { updatedAt: Date }
  >(
    `SELECT d.id, d.version, d.experiment, d.document ->> 'name' AS name,
       d.updated_at AS "updatedAt"
     FROM designs d
     WHERE d.school_id = current_school()
       AND NOT EXISTS (SELECT FROM investigations i WHERE i.design_id = d.id)
       AND ($experiment::text IS NULL OR d.experiment = $experiment)
     ORDER BY d.updated_at DESC, d.id`,
    { type: QueryTypes.SELECT, bind: { experiment }, transaction },
  );
  return rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }));
}

export async function insertDesign(
  id: string,
  document: ExperimentDocument,
  updatedBy: Actor,
  transaction: Transaction,
): Promise<VersionedDesign> {
  const experiment = experimentOf(document)!;
  const row = await DesignRow.create(
    { id, version: 1, experiment, document, updatedBy },
    { transaction },
  );
  return toDesign(row);
}

/** Writes a design if its version is still the given one. Returns null when it is not. */
export async function replaceDesign(
  id: string,
  version: number,
  document: ExperimentDocument,
  updatedBy: Actor,
  transaction: Transaction,
): Promise<VersionedDesign | null> {
  const [, rows] = await DesignRow.update(
    { document, version: version + 1, updatedBy },
    { where: { id, version }, returning: true, transaction },
  );
  return rows[0] ? toDesign(rows[0]) : null;
}

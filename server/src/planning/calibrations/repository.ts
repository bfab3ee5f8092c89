import type { Learnt, Plan, Teaching, VersionedDesign } from '@nab/contract/lesson';
import { measureOf } from '@nab/core/lesson';
import { schoolPosterior } from '@nab/core/statistics';
import { Op, QueryTypes, type Transaction } from 'sequelize';
import { CalibrationRow } from '../../platform/database/index.js';

/** What a class lifted and how, as far as it changes how much: empty where it is no matter. */
export function calibrationKey({ design }: Pick<VersionedDesign, 'design'>): {
  readonly object: string;
  readonly method: string;
} {
  if (design.format !== 'nab-design') return { object: '', method: '' };
  const { object, ownName, method } = design.load;
  return { object: object === 'own' ? `own ${ownName ?? ''}` : object, method };
}

/** What an investigation was kept to teach; null where nothing was. */
export async function findCalibration(of: Of, transaction: Transaction): Promise<Teaching | null> {
  const row = await CalibrationRow.findByPk(of.id, { transaction });
  const next = row && (await calibrationFor({ ...of, id: NOBODY }, transaction));
  if (!row || !next) return null;
  return {
    factor: Math.exp(row.mean),
    trials: row.trials,
    taughtAt: row.taughtAt.toISOString(),
    next,
  };
}

/** An investigation as far as it matters what others teach it. */
interface Of {
  readonly id: string;
  readonly demo: boolean;
  readonly plan: Plan;
  readonly design: VersionedDesign;
}

/** An investigation that there is not: all others teach it. */
const NOBODY = '00000000-0000-0000-0000-000000000000';

interface StoredCalibration {
  readonly object: string;
  readonly method: string;
  readonly mean: number;
  readonly variance: number;
  readonly class_factor: number;
}

/**
 * What other classes of the school let one expect of an investigation: those that were kept before
 * its own first reading, so that its predictions stay as they were. Invented classes teach invented
 * ones only.
 * @returns null where none was kept.
 */
export async function calibrationFor(
  { id, demo, plan, design }: Of,
  transaction: Transaction,
): Promise<Learnt | null> {
  const { heldAgainst } = measureOf(plan.measure);
  if (heldAgainst === null) return null;
  const rows = await CalibrationRow.sequelize!.query<StoredCalibration>(
    `SELECT t.object, t.method, t.mean, t.variance, t.class_factor FROM teachings t
       JOIN investigations i ON i.id = t.investigation_id
      WHERE t.school_id = current_school() AND t.held_against = $heldAgainst
        AND t.investigation_id <> $id::uuid AND i.demo = $demo::boolean AND i.place <> 'deleted'
        AND t.taught_at < coalesce(
          (SELECT min(r.received_at) FROM readings r JOIN levels l ON l.id = r.level_id
            WHERE l.investigation_id = $id::uuid), 'infinity')
      ORDER BY t.investigation_id`,
    { type: QueryTypes.SELECT, bind: { heldAgainst, id, demo }, transaction },
  );
  if (rows.length === 0) return null;
  // Bands of one quantity differ little between designs: theirs are shared out alike.
  const before = Math.exp(
    rows.reduce((sum, row) => sum + Math.log(row.class_factor), 0) / rows.length,
  );
  const spread = { classFactor: before, scatter: 0 };
  const { factor, classFactor, low, high, classes } = schoolPosterior(
    spread,
    rows,
    calibrationKey(design),
  );
  const narrower = Math.log(classFactor) / Math.log(before);
  return { factor, low, high, classes, within: classFactor, before, narrower };
}

export async function saveCalibration(
  row: {
    readonly investigationId: string;
    readonly heldAgainst: string;
    readonly object: string;
    readonly method: string;
    readonly mean: number;
    readonly variance: number;
    readonly classFactor: number;
    readonly trials: number;
  },
  transaction: Transaction,
): Promise<void> {
  await CalibrationRow.upsert({ ...row, taughtAt: new Date() }, { transaction });
}

/** @param ids of investigations; all of the school where none are named. */
export async function forget(
  ids: readonly string[] | null,
  transaction: Transaction,
): Promise<void> {
  const where = ids === null ? {} : { investigationId: { [Op.in]: [...ids] } };
  await CalibrationRow.destroy({ where, transaction });
}

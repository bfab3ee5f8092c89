import type { Investigation, InvestigationSummary, Plan, Prediction, Reading } from '@nab/contract';
import { QueryTypes, type Transaction } from 'sequelize';
import {
  DesignRow,
  GroupRow,
  InvestigationRow,
  LevelRow,
  PredictionRow,
  ReadingRow,
} from '../database/index.js';
import { toDesign } from '../designs/repository.js';

export async function listInvestigations(): Promise<InvestigationSummary[]> {
  const { sequelize } = InvestigationRow;
  const rows = await sequelize!.query<
    Omit<InvestigationSummary, 'updatedAt'> & { updatedAt: Date }
  >(
    `SELECT i.id, i.title, i.demo, i.repeats,
       (SELECT count(*)::int FROM levels l WHERE l.investigation_id = i.id) AS levels,
       (SELECT count(*)::int FROM bench_groups g WHERE g.investigation_id = i.id) AS groups,
       (SELECT (count(*) FILTER (WHERE r.corrects IS NULL)
              - count(*) FILTER (WHERE r.withdrawn))::int
          FROM readings r JOIN levels l ON l.id = r.level_id
         WHERE l.investigation_id = i.id) AS trials,
       greatest(i.updated_at, d.updated_at,
         (SELECT max(r.received_at) FROM readings r JOIN levels l ON l.id = r.level_id
           WHERE l.investigation_id = i.id)) AS "updatedAt"
     FROM investigations i JOIN designs d ON d.id = i.design_id
     ORDER BY "updatedAt" DESC, i.id`,
    { type: QueryTypes.SELECT },
  );
  return rows.map((row) => ({ ...row, updatedAt: row.updatedAt.toISOString() }));
}

/** An investigation whole, read in one transaction so that its parts belong together. */
export async function findInvestigation(
  id: string,
  transaction: Transaction,
): Promise<Investigation | null> {
  const row = await InvestigationRow.findByPk(id, { transaction });
  if (!row) return null;
  const inPosition = { where: { investigationId: id }, order: [['position', 'ASC']], transaction };
  const levels = await LevelRow.findAll(inPosition as never);
  const groups = await GroupRow.findAll(inPosition as never);
  const ofLevels = { where: { levelId: levels.map((level) => level.id) }, transaction };
  const order: [string, string][] = [
    ['receivedAt', 'ASC'],
    ['recordedAt', 'ASC'],
  ];
  const predictions = await PredictionRow.findAll({ ...ofLevels, order });
  const readings = await ReadingRow.findAll({ ...ofLevels, order });
  const design = await DesignRow.findByPk(row.designId, { transaction, rejectOnEmpty: true });
  return {
    id: row.id,
    version: row.version,
    demo: row.demo,
    plan: {
      title: row.title,
      factor: row.factor,
      levels: levels.map((level) => ({ id: level.id, turns: level.turns })),
      groups: groups.map((group) => ({ id: group.id, name: group.name })),
      repeats: row.repeats,
      traySize: row.traySize,
    },
    design: toDesign(design),
    predictions: predictions.map(toPrediction),
    readings: readings.map(toReading),
  };
}

export function toPrediction(row: PredictionRow): Prediction {
  return {
    id: row.id,
    groupId: row.groupId,
    levelId: row.levelId,
    count: row.count,
    recordedAt: row.recordedAt.toISOString(),
  };
}

export function toReading(row: ReadingRow): Reading {
  return {
    id: row.id,
    groupId: row.groupId,
    levelId: row.levelId,
    offCount: row.offCount,
    count: row.count,
    stuckCount: row.stuckCount,
    onTime_s: row.onTimeSeconds,
    modelCount: row.modelCount ?? null,
    note: row.note,
    recordedAt: row.recordedAt.toISOString(),
    receivedAt: row.receivedAt.toISOString(),
    corrects: row.corrects,
    reason: row.reason,
    withdrawn: row.withdrawn,
  };
}

export async function insertInvestigation(
  id: string,
  designId: string,
  plan: Plan,
  transaction: Transaction,
  demo = false,
): Promise<void> {
  const { title, factor, repeats, traySize } = plan;
  await InvestigationRow.create(
    { id, designId, version: 1, title, factor, repeats, traySize, demo },
    { transaction },
  );
  await writeLevelsAndGroups(id, plan, transaction);
}

/**
 * Writes a plan if its version is still the given one; false when it is not. Levels and groups keep
 * their ids; those that are gone are deleted, which the database refuses when readings hang on them.
 */
export async function replacePlan(
  id: string,
  version: number,
  plan: Plan,
  transaction: Transaction,
): Promise<boolean> {
  const { title, factor, repeats, traySize } = plan;
  const [changed] = await InvestigationRow.update(
    { title, factor, repeats, traySize, version: version + 1 },
    { where: { id, version }, transaction },
  );
  if (changed === 0) return false;
  const gone = async (model: typeof LevelRow | typeof GroupRow, kept: string[]): Promise<void> => {
    const rows = (await (model as typeof LevelRow).findAll({
      where: { investigationId: id },
      transaction,
    })) as LevelRow[];
    for (const row of rows) {
      if (!kept.includes(row.id)) await row.destroy({ transaction });
    }
  };
  await gone(
    LevelRow,
    plan.levels.map((level) => level.id),
  );
  await gone(
    GroupRow,
    plan.groups.map((group) => group.id),
  );
  await writeLevelsAndGroups(id, plan, transaction);
  return true;
}

async function writeLevelsAndGroups(
  investigationId: string,
  plan: Plan,
  transaction: Transaction,
): Promise<void> {
  await LevelRow.bulkCreate(
    plan.levels.map(({ id, turns }, position) => ({ id, investigationId, position, turns })),
    { transaction, updateOnDuplicate: ['position', 'turns'] },
  );
  await GroupRow.bulkCreate(
    plan.groups.map(({ id, name }, position) => ({ id, investigationId, position, name })),
    { transaction, updateOnDuplicate: ['position', 'name'] },
  );
}

/** Ids among those given that already belong to another investigation. */
export async function foreignIds(
  investigationId: string,
  plan: Plan,
  transaction: Transaction,
): Promise<string[]> {
  const ids = (list: readonly { id: string }[]): string[] => list.map((item) => item.id);
  const levels = await LevelRow.findAll({ where: { id: ids(plan.levels) }, transaction });
  const groups = await GroupRow.findAll({ where: { id: ids(plan.groups) }, transaction });
  return [...levels, ...groups]
    .filter((row) => row.investigationId !== investigationId)
    .map((row) => row.id);
}

import { factorOf, measureOf } from '@nab/core/lesson';
import { completeDocument } from '@nab/contract/experiments';
import type {
  Actor,
  Investigation,
  InvestigationSummary,
  Level,
  Status,
  Plan,
  Prediction,
  Reading,
  RiskNote,
} from '@nab/contract/lesson';
import { Op, QueryTypes, type InferAttributes, type Transaction } from 'sequelize';
import { findClass, groupsOfOthers, writeClass } from '../../library/classes/index.js';
import {
  DesignRow,
  snapshotXmin,
  InvestigationRow,
  LevelRow,
  PredictionRow,
  ReadingRow,
} from '../../platform/database/index.js';
import { toDesign } from '../../library/designs/index.js';
import { findPolls } from '../polls/index.js';
import { findCalibration, calibrationFor } from '../calibrations/index.js';

export async function listInvestigations(
  transaction: Transaction,
): Promise<InvestigationSummary[]> {
  const { sequelize } = InvestigationRow;
  const rows = await sequelize!.query<
    Omit<InvestigationSummary, 'updatedAt' | 'question'> & { updatedAt: Date }
  >(
    // A trial is the last to arrive of a reading and all that corrects it, as foldTrials has it: the
    // originals are counted, less those whose last correction took them out.
    `WITH RECURSIVE amended AS (
       SELECT c.id, o.id AS origin, o.level_id, c.withdrawn, c.arrival
         FROM readings c JOIN readings o ON o.id = c.corrects AND o.corrects IS NULL
         WHERE c.corrects IS NOT NULL AND c.school_id = current_school()
       UNION ALL
       SELECT c.id, a.origin, a.level_id, c.withdrawn, c.arrival
         FROM readings c JOIN amended a ON c.corrects = a.id
     ), last AS (
       SELECT DISTINCT ON (origin) level_id, withdrawn FROM amended ORDER BY origin, arrival DESC
     ), out AS (
       SELECT l.investigation_id, count(*)::int AS n FROM last JOIN levels l ON l.id = last.level_id
         WHERE last.withdrawn GROUP BY 1
     ), read AS (
       SELECT l.investigation_id, count(*) FILTER (WHERE r.corrects IS NULL)::int AS n,
           max(r.received_at) AS at
         FROM readings r JOIN levels l ON l.id = r.level_id
         WHERE r.school_id = current_school() GROUP BY 1
     )
     SELECT i.id, i.place, i.title, i.experiment, i.factor, i.measure, i.demo,
       i.rehearsal_of AS "rehearsalOf", i.repeats,
       (SELECT count(*)::int FROM levels l WHERE l.investigation_id = i.id AND l.role = 'level')
         * greatest(1, (SELECT count(*)::int FROM levels l
             WHERE l.investigation_id = i.id AND l.role = 'series')) AS levels,
       (SELECT count(*)::int FROM bench_groups g WHERE g.class_id = i.class_id) AS groups,
       coalesce(read.n, 0) - coalesce(out.n, 0) AS trials,
       greatest(i.updated_at, d.updated_at, read.at) AS "updatedAt",
       d.document AS design
     FROM investigations i JOIN designs d ON d.id = i.design_id
       LEFT JOIN read ON read.investigation_id = i.id
       LEFT JOIN out ON out.investigation_id = i.id
     WHERE i.school_id = current_school()
     ORDER BY "updatedAt" DESC, i.id`,
    { type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    ...row,
    question: questionOf(row),
    design: completeDocument(row.design),
    updatedAt: row.updatedAt.toISOString(),
  }));
}

/** What is changed and what is read, in a few words: a list need not know every factor for it. */
const questionOf = ({
  factor,
  measure,
}: Pick<InvestigationSummary, 'factor' | 'measure'>): string =>
  `${factorOf(factor).name}, ${measureOf(measure).axis.toLowerCase()}`;

/** The newest risk notes that a school wrote itself; null when it never did. */
export async function lastRiskNotes(transaction: Transaction): Promise<RiskNote[] | null> {
  const row = await InvestigationRow.findOne({
    where: { 'lesson.risks': { [Op.ne]: null }, demo: false, rehearsalOf: null },
    order: [['updatedAt', 'DESC']],
    transaction,
  });
  return row?.lesson?.risks ?? null;
}

/** Moves an investigation; false when there is none. It counts as no change of what it says. */
export async function setStatus(
  id: string,
  place: Status,
  transaction: Transaction,
): Promise<boolean> {
  const [count] = await InvestigationRow.update(
    { place },
    { where: { id }, silent: true, transaction },
  );
  return count > 0;
}

/** What is investigated and how: an investigation without what its class said and read. */
export async function findHead(
  id: string,
  transaction: Transaction,
): Promise<Omit<Investigation, 'predictions' | 'readings' | 'polls' | 'asOf'> | null> {
  const row = await InvestigationRow.findByPk(id, { transaction });
  if (!row) return null;
  const rows = await LevelRow.findAll({
    where: { investigationId: id },
    order: [['position', 'ASC']],
    transaction,
  });
  const { groups, ...schoolClass } = await findClass(row.classId, transaction);
  const design = await DesignRow.findByPk(row.designId, { transaction, rejectOnEmpty: true });
  return {
    id: row.id,
    version: row.version,
    demo: row.demo,
    rehearsalOf: row.rehearsalOf,
    plan: {
      title: row.title,
      experiment: row.experiment,
      factor: row.factor,
      levels: rows.filter(({ role }) => role === 'level').map(toLevel),
      series: row.seriesFactor && {
        factor: row.seriesFactor,
        levels: rows.filter(({ role }) => role === 'series').map(toLevel),
      },
      measure: row.measure,
      load: row.load,
      objects: row.objects,
      hold: row.hold,
      class: schoolClass,
      groups: [...groups],
      repeats: row.repeats,
      traySize: row.traySize,
      ...(row.lesson && { lesson: row.lesson }),
    },
    design: toDesign(design),
  };
}

/** In the order of arrival. */
const ARRIVED: [string, string][] = [['arrival', 'ASC']];

/** An investigation whole, read in one transaction so that its parts belong together. */
export async function findInvestigation(
  id: string,
  transaction: Transaction,
): Promise<Investigation | null> {
  const asOf = await snapshotXmin(InvestigationRow.sequelize!, transaction);
  const head = await findHead(id, transaction);
  if (!head) return null;
  const levelIds = head.plan.levels.map((level) => level.id);
  const predictions = await PredictionRow.findAll({
    where: { levelId: levelIds },
    order: ARRIVED,
    transaction,
  });
  const readings = await readingsAt(levelIds, transaction);
  const learnt = await calibrationFor(head, transaction);
  const teaching = await findCalibration(head, transaction);
  return {
    ...head,
    learnt,
    teaching,
    predictions: predictions.map(toPrediction),
    readings,
    polls: await findPolls(levelIds, transaction),
    asOf,
  };
}

/** A time as JSON has it everywhere. */
const instant = (column: string): string =>
  `to_char(${column} AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"')`;

/**
 * The readings at some levels, in the order of their arrival. The database writes them as they are
 * sent: to make an object of every row takes a server three times as long, and there may be thousands.
 */
async function readingsAt(
  levelIds: readonly string[],
  transaction: Transaction,
): Promise<Reading[]> {
  const [row] = await ReadingRow.sequelize!.query<{ readings: Reading[] | null }>(
    `SELECT json_agg(json_build_object(
        'id', id, 'groupId', group_id, 'levelId', level_id, 'seriesId', series_id,
        'outcome', outcome, 'onTime_s', on_time_s,
        'model', CASE WHEN model_value IS NOT NULL THEN json_build_object(
          'value', model_value, 'low', model_low, 'high', model_high) END,
        'flags', flags, 'note', note, 'actor', actor,
        'recordedAt', ${instant('recorded_at')}, 'receivedAt', ${instant('received_at')},
        'arrival', arrival, 'corrects', corrects, 'reason', reason, 'withdrawn', withdrawn
      ) ORDER BY arrival) AS readings
     FROM readings
     WHERE level_id = ANY ($levelIds::uuid[]) AND school_id = current_school()`,
    { type: QueryTypes.SELECT, bind: { levelIds }, transaction },
  );
  return row?.readings ?? [];
}

/** What changes whenever anything of an investigation does; null where there is none. */
export async function etagOf(id: string, transaction: Transaction): Promise<string | null> {
  const [row] = await InvestigationRow.sequelize!.query<{ mark: string }>(
    `SELECT concat_ws('-', i.version, d.version,
       (SELECT max(c.seq) FROM changes c WHERE c.investigation_id = i.id),
       (SELECT max(r.arrival) FROM readings r JOIN levels l ON l.id = r.level_id
         WHERE l.investigation_id = i.id),
       (SELECT concat(count(*), '@', max(extract(epoch FROM t.taught_at))) FROM teachings t
         WHERE t.school_id = current_school())) AS mark
     FROM investigations i JOIN designs d ON d.id = i.design_id
     WHERE i.id = $id AND i.school_id = current_school()`,
    { type: QueryTypes.SELECT, bind: { id }, transaction },
  );
  return row?.mark ?? null;
}

export async function findPredictions(
  ids: readonly string[],
  transaction: Transaction,
): Promise<Prediction[]> {
  if (ids.length === 0) return [];
  const rows = await PredictionRow.findAll({
    where: { id: [...ids] },
    order: ARRIVED,
    transaction,
  });
  return rows.map(toPrediction);
}

export async function findReadings(
  ids: readonly string[],
  transaction: Transaction,
): Promise<Reading[]> {
  if (ids.length === 0) return [];
  const rows = await ReadingRow.findAll({ where: { id: [...ids] }, order: ARRIVED, transaction });
  return rows.map(toReading);
}

const toLevel = ({ id, value, document, isCheck }: LevelRow): Level => ({
  id,
  value,
  ...(document !== null && { design: document }),
  ...(isCheck && { check: true }),
});

export function toPrediction(row: InferAttributes<PredictionRow>): Prediction {
  const { id, groupId, levelId, seriesId, value, words, actor } = row;
  return {
    id,
    groupId,
    levelId,
    seriesId,
    value,
    words,
    actor,
    recordedAt: row.recordedAt.toISOString(),
    receivedAt: row.receivedAt.toISOString(),
    arrival: Number(row.arrival),
  };
}

export function toReading(row: InferAttributes<ReadingRow>): Reading {
  return {
    id: row.id,
    groupId: row.groupId,
    levelId: row.levelId,
    seriesId: row.seriesId,
    outcome: row.outcome,
    onTime_s: row.onTimeSeconds,
    model:
      row.modelValue === null
        ? null
        : { value: row.modelValue, low: row.modelLow, high: row.modelHigh },
    flags: row.flags,
    note: row.note,
    actor: row.actor,
    recordedAt: row.recordedAt.toISOString(),
    receivedAt: row.receivedAt.toISOString(),
    arrival: Number(row.arrival),
    corrects: row.corrects,
    reason: row.reason,
    withdrawn: row.withdrawn,
  };
}

/** A plan's own columns. */
const columnsOf = (plan: Plan) => ({
  title: plan.title,
  experiment: plan.experiment,
  classId: plan.class.id,
  factor: plan.factor,
  seriesFactor: plan.series?.factor ?? null,
  measure: plan.measure,
  load: plan.load ?? null,
  objects: plan.objects,
  hold: plan.hold,
  repeats: plan.repeats,
  traySize: plan.traySize,
  lesson: plan.lesson ?? null,
});

export async function insertInvestigation(
  id: string,
  designId: string,
  plan: Plan,
  {
    actor,
    demo = false,
    rehearsalOf = null,
  }: { actor: Actor; demo?: boolean; rehearsalOf?: string | null },
  transaction: Transaction,
): Promise<void> {
  await writeClass(plan, transaction);
  await InvestigationRow.create(
    { id, designId, version: 1, ...columnsOf(plan), demo, rehearsalOf, updatedBy: actor },
    { transaction },
  );
  await writeLevels(id, plan, transaction);
}

/**
 * Writes a plan if its version is still the given one; false when it is not. Levels keep their ids;
 * those that are gone are deleted, which the database refuses when readings hang on them.
 */
export async function replacePlan(
  id: string,
  version: number,
  plan: Plan,
  updatedBy: Actor,
  transaction: Transaction,
): Promise<boolean> {
  const [changed] = await InvestigationRow.update(
    { version: version + 1, updatedBy },
    { where: { id, version }, transaction },
  );
  if (changed === 0) return false;
  await writeClass(plan, transaction);
  await InvestigationRow.update(columnsOf(plan), { where: { id }, transaction });
  await LevelRow.destroy({
    where: { investigationId: id, id: { [Op.notIn]: levelIdsOf(plan) } },
    transaction,
  });
  await writeLevels(id, plan, transaction);
  return true;
}

const levelIdsOf = ({ levels, series }: Plan): string[] =>
  [...levels, ...(series?.levels ?? [])].map((level) => level.id);

async function writeLevels(
  investigationId: string,
  { levels, series }: Plan,
  transaction: Transaction,
): Promise<void> {
  const rows = (role: LevelRow['role'], list: readonly Level[]) =>
    list.map(({ id, value, design, check }, position) => ({
      id,
      investigationId,
      role,
      position,
      value,
      document: design ?? null,
      isCheck: check ?? false,
    }));
  await LevelRow.bulkCreate([...rows('level', levels), ...rows('series', series?.levels ?? [])], {
    transaction,
    updateOnDuplicate: ['role', 'position', 'value', 'document', 'isCheck'],
  });
}

/** Ids among those given that already belong to another investigation or class. */
export async function foreignIds(
  investigationId: string,
  plan: Plan,
  transaction: Transaction,
): Promise<string[]> {
  const levels = await LevelRow.findAll({
    where: { id: levelIdsOf(plan), investigationId: { [Op.ne]: investigationId } },
    transaction,
  });
  return [...levels.map((row) => row.id), ...(await groupsOfOthers(plan, transaction))];
}

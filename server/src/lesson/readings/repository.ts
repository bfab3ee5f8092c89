import type { Prediction, PredictionBody, Reading, ReadingBody } from '@nab/contract/lesson';
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { PredictionRow, ReadingRow } from '../../platform/database/index.js';
import { toPrediction, toReading } from '../../planning/investigations/index.js';

/** What the database found about a record's place while it stored it, if it did. */
export interface Place<R> {
  /** The investigation to whose class and levels group, level and line belong; null: none. */
  readonly investigationId: string | null;
  readonly demo: boolean;
  readonly rehearsed: boolean;
  /** What it corrects is a reading of the same group, level and line. */
  readonly correctable: boolean;
  /** Why it was kept beside the plan before, and what became of it; null where it was not. */
  readonly stray: { readonly why: string; readonly settled: string | null } | null;
  /** As it is stored now; null where it was stored before or has no place. */
  readonly stored: R | null;
}

/** Whose records may be stored: those of this investigation, or of any (null). */
export interface WriteScope {
  readonly mine: string | null;
  readonly transaction?: Transaction;
}

/** Columns of a record's own: in the table, as attribute, as field of what was sent, and their type. */
type Columns = readonly (readonly [
  column: string,
  attribute: string,
  field: string,
  type: string,
])[];

const OF_A_RECORD: Columns = [
  ['id', 'id', 'id', 'uuid'],
  ['group_id', 'groupId', 'groupId', 'uuid'],
  ['level_id', 'levelId', 'levelId', 'uuid'],
  ['series_id', 'seriesId', 'seriesId', 'uuid'],
  ['actor', 'actor', 'actor', 'text'],
  ['recorded_at', 'recordedAt', 'recordedAt', 'timestamptz'],
];

const READINGS: Columns = [
  ...OF_A_RECORD,
  ['outcome', 'outcome', 'outcome', 'jsonb'],
  ['on_time_s', 'onTimeSeconds', 'onTime_s', 'float8'],
  ['model_value', 'modelValue', 'modelValue', 'float8'],
  ['model_low', 'modelLow', 'modelLow', 'float8'],
  ['model_high', 'modelHigh', 'modelHigh', 'float8'],
  ['flags', 'flags', 'flags', 'text[]'],
  ['note', 'note', 'note', 'text'],
  ['corrects', 'corrects', 'corrects', 'uuid'],
  ['reason', 'reason', 'reason', 'text'],
  ['withdrawn', 'withdrawn', 'withdrawn', 'boolean'],
];

const PREDICTIONS: Columns = [
  ...OF_A_RECORD,
  ['value', 'value', 'value', 'float8'],
  ['words', 'words', 'words', 'text'],
];

/**
 * Finds a record's place and stores it there unless its id exists, as one statement: one way to the
 * database and back, and one commit, for every reading of a lesson that goes as planned.
 */
const storing = (table: 'readings' | 'predictions', columns: Columns): string => `
  WITH place AS (
    SELECT i.id, i.demo, i.rehearsal_of IS NOT NULL AS rehearsed
      FROM levels l
      JOIN investigations i ON i.id = l.investigation_id
      JOIN bench_groups g ON g.class_id = i.class_id AND g.id = $groupId::uuid
      LEFT JOIN levels s
        ON s.id = $seriesId::uuid AND s.role = 'series' AND s.investigation_id = i.id
     WHERE l.id = $levelId::uuid AND l.role = 'level' AND l.school_id = current_school()
       AND (s.id IS NOT NULL OR $seriesId::uuid IS NULL AND i.series_factor IS NULL)
  ), facts AS (
    SELECT p.id, p.demo, p.rehearsed, y.why, y.settled,
           $corrects::uuid IS NULL OR EXISTS (
             SELECT FROM readings t
              WHERE t.id = $corrects::uuid AND t.group_id = $groupId::uuid
                AND t.level_id = $levelId::uuid AND t.series_id IS NOT DISTINCT FROM $seriesId::uuid
           ) AS correctable
      FROM (VALUES (1)) AS always (one)
      LEFT JOIN place p ON true
      LEFT JOIN strays y ON y.id = $id::uuid AND y.school_id = current_school()
  ), stored AS (
    INSERT INTO ${table} (${columns.map(([column]) => column).join(', ')}, received_at)
      SELECT ${columns.map(([, , field, type]) => `$${field}::${type}`).join(', ')},
             clock_timestamp()
        FROM facts
       WHERE id IS NOT NULL AND correctable
         AND ($mine::uuid IS NULL OR id = $mine::uuid)
         AND (rehearsed = ($actor::text = 'rehearsal') OR demo)
         AND (why IS NULL OR settled = 'placed')
      ON CONFLICT (id) DO NOTHING
      RETURNING ${columns.map(([column, attribute]) => `${column} AS "${attribute}"`).join(', ')},
                received_at AS "receivedAt", arrival
  )
  SELECT f.id AS investigation_id, f.demo, f.rehearsed, f.correctable,
         f.why AS stray_why, f.settled AS stray_settled, s.*
    FROM facts f LEFT JOIN stored s ON true`;

interface Facts {
  investigation_id: string | null;
  demo: boolean | null;
  rehearsed: boolean | null;
  correctable: boolean;
  stray_why: string | null;
  stray_settled: string | null;
}

async function store<A extends { id: string }, R>(
  sequelize: Sequelize,
  sql: string,
  bind: Record<string, unknown>,
  transaction: Transaction | undefined,
  read: (row: A) => R,
): Promise<Place<R>> {
  const options = { bind, ...(transaction && { transaction }) };
  const [found] = await sequelize.query<Facts & A>(sql, { type: QueryTypes.SELECT, ...options });
  const { investigation_id, demo, rehearsed, correctable, stray_why, stray_settled } = found!;
  return {
    investigationId: investigation_id,
    demo: demo ?? false,
    rehearsed: rehearsed ?? false,
    correctable,
    stray: stray_why === null ? null : { why: stray_why, settled: stray_settled },
    stored: found!.id === null ? null : read(found!),
  };
}

const STORE_READING = storing('readings', READINGS);
const STORE_PREDICTION = storing('predictions', PREDICTIONS);

/** Stores a reading where it has a place and its id is new. */
export function storeReading(
  sequelize: Sequelize,
  id: string,
  { outcome, model, ...body }: ReadingBody,
  { mine, transaction }: WriteScope,
): Promise<Place<Reading>> {
  // An older tablet says nothing of flags.
  const { flags = [] }: Partial<ReadingBody> = body;
  const bind = {
    ...body,
    id,
    mine,
    flags,
    outcome: JSON.stringify(outcome),
    modelValue: model?.value ?? null,
    modelLow: model?.low ?? null,
    modelHigh: model?.high ?? null,
  };
  return store(sequelize, STORE_READING, bind, transaction, toReading);
}

/** Stores a prediction where it has a place and its id is new. */
export function storePrediction(
  sequelize: Sequelize,
  id: string,
  body: PredictionBody,
  { mine, transaction }: WriteScope,
): Promise<Place<Prediction>> {
  const bind = { ...body, id, mine, corrects: null };
  return store(sequelize, STORE_PREDICTION, bind, transaction, toPrediction);
}

/** What is stored under an id; null where nothing is. */
export async function findReading(id: string): Promise<Reading | null> {
  const row = await ReadingRow.findByPk(id);
  return row && toReading(row);
}

export async function findPrediction(id: string): Promise<Prediction | null> {
  const row = await PredictionRow.findByPk(id);
  return row && toPrediction(row);
}

import type { PredictionBody, ReadingBody } from '@nab/contract';
import type { Transaction } from 'sequelize';
import {
  GroupRow,
  InvestigationRow,
  LevelRow,
  PredictionRow,
  ReadingRow,
} from '../database/index.js';
import { toPrediction, toReading } from '../investigations/index.js';
import type { Prediction, Reading } from '@nab/contract';

/**
 * The investigation to whose class and levels group, level and line belong; null where they do not
 * belong together.
 */
export async function investigationOf(
  { groupId, levelId, seriesId }: Pick<ReadingBody, 'groupId' | 'levelId' | 'seriesId'>,
  transaction: Transaction,
): Promise<InvestigationRow | null> {
  const group = await GroupRow.findByPk(groupId, { transaction });
  const level = await LevelRow.findByPk(levelId, { transaction });
  if (!group || level?.role !== 'level') return null;
  const investigation = await InvestigationRow.findByPk(level.investigationId, { transaction });
  if (investigation?.classId !== group.classId) return null;
  if (seriesId === null) return investigation.seriesFactor === null ? investigation : null;
  const series = await LevelRow.findByPk(seriesId, { transaction });
  const belongs = series?.role === 'series' && series.investigationId === level.investigationId;
  return belongs ? investigation : null;
}

/** Inserts unless the id exists; returns what is stored either way. */
export async function insertReading(
  id: string,
  body: ReadingBody,
  transaction: Transaction,
): Promise<Reading> {
  const { onTime_s: onTimeSeconds, recordedAt, model, ...rest } = body;
  await ReadingRow.bulkCreate(
    [
      {
        ...rest,
        id,
        onTimeSeconds,
        modelValue: model?.value ?? null,
        modelLow: model?.low ?? null,
        modelHigh: model?.high ?? null,
        recordedAt: new Date(recordedAt),
        receivedAt: new Date(),
      },
    ],
    { ignoreDuplicates: true, transaction },
  );
  return toReading(await ReadingRow.findByPk(id, { rejectOnEmpty: true, transaction }));
}

export async function findReading(id: string, transaction: Transaction): Promise<Reading | null> {
  const row = await ReadingRow.findByPk(id, { transaction });
  return row && toReading(row);
}

/** Inserts unless the id exists; returns what is stored either way. */
export async function insertPrediction(
  id: string,
  body: PredictionBody,
  transaction: Transaction,
): Promise<Prediction> {
  await PredictionRow.bulkCreate(
    [{ ...body, id, recordedAt: new Date(body.recordedAt), receivedAt: new Date() }],
    { ignoreDuplicates: true, transaction },
  );
  return toPrediction(await PredictionRow.findByPk(id, { rejectOnEmpty: true, transaction }));
}

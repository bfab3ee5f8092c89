import type { PredictionBody, ReadingBody } from '@nab/contract';
import { GroupRow, LevelRow, PredictionRow, ReadingRow } from '../database/index.js';

/** Whether group and level exist and belong to the same investigation. */
export async function belongTogether(groupId: string, levelId: string): Promise<boolean> {
  const [group, level] = await Promise.all([
    GroupRow.findByPk(groupId),
    LevelRow.findByPk(levelId),
  ]);
  return group !== null && level !== null && group.investigationId === level.investigationId;
}

/** Inserts unless the id exists; returns the stored row either way. */
export async function insertReading(id: string, body: ReadingBody): Promise<ReadingRow> {
  const { onTime_s: onTimeSeconds, recordedAt, ...rest } = body;
  await ReadingRow.bulkCreate(
    [
      {
        modelCount: null,
        ...rest,
        id,
        onTimeSeconds,
        recordedAt: new Date(recordedAt),
        receivedAt: new Date(),
      },
    ],
    { ignoreDuplicates: true },
  );
  return (await ReadingRow.findByPk(id, { rejectOnEmpty: true })) as ReadingRow;
}

export async function findReading(id: string): Promise<ReadingRow | null> {
  return ReadingRow.findByPk(id);
}

/** Inserts unless the id exists; returns the stored row either way. */
export async function insertPrediction(id: string, body: PredictionBody): Promise<PredictionRow> {
  await PredictionRow.bulkCreate(
    [{ ...body, id, recordedAt: new Date(body.recordedAt), receivedAt: new Date() }],
    { ignoreDuplicates: true },
  );
  return (await PredictionRow.findByPk(id, { rejectOnEmpty: true })) as PredictionRow;
}

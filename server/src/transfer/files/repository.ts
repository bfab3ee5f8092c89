import type { PortableInvestigation } from '@nab/contract/lesson';
import { randomUUID } from 'node:crypto';
import { Op, type Transaction } from 'sequelize';
import {
  ClassRow,
  DesignRow,
  GroupRow,
  InvestigationRow,
  PollRow,
  PredictionRow,
  ReadingRow,
  VoteRow,
} from '../../platform/database/index.js';

/** Rows that are written at once. */
const AT_A_TIME = 500;

/** Whether an investigation is here. */
export const investigationExists = async (id: string, transaction: Transaction): Promise<boolean> =>
  (await InvestigationRow.count({ where: { id }, transaction })) > 0;

/** Whether a design is here. */
export const designExists = async (id: string, transaction: Transaction): Promise<boolean> =>
  (await DesignRow.count({ where: { id }, transaction })) > 0;

/**
 * Whether a class of this id or groups of these ids are here with other names, or in another class:
 * writing it would change the class of other investigations.
 */
export async function isOtherClass(
  { class: { id, name }, groups }: PortableInvestigation['plan'],
  transaction: Transaction,
): Promise<boolean> {
  const known = await ClassRow.findByPk(id, { transaction });
  const rows = await GroupRow.findAll({
    where: { [Op.or]: [{ classId: id }, { id: groups.map((group) => group.id) }] },
    order: [['position', 'ASC']],
    transaction,
  });
  if (!known) return rows.length > 0;
  return (
    known.name !== name ||
    rows.length !== groups.length ||
    rows.some((row, i) => {
      const { classId, id: groupId, name: groupName } = row;
      return classId !== id || groupId !== groups[i]!.id || groupName !== groups[i]!.name;
    })
  );
}

/** Writes the records of an investigation in their order, each as it arrived once. */
export async function insertRecords(
  { predictions, readings, polls }: PortableInvestigation,
  transaction: Transaction,
): Promise<void> {
  for (const some of inParts(predictions)) {
    await PredictionRow.bulkCreate(
      some.map(({ recordedAt, receivedAt, ...rest }) => ({
        ...rest,
        recordedAt: new Date(recordedAt),
        receivedAt: new Date(receivedAt),
      })),
      { transaction },
    );
  }
  for (const some of inParts(readings)) {
    await ReadingRow.bulkCreate(
      some.map(({ recordedAt, receivedAt, onTime_s, model, ...rest }) => ({
        ...rest,
        onTimeSeconds: onTime_s,
        modelValue: model?.value ?? null,
        modelLow: model?.low ?? null,
        modelHigh: model?.high ?? null,
        recordedAt: new Date(recordedAt),
        receivedAt: new Date(receivedAt),
      })),
      { transaction },
    );
  }
  for (const { telephones, choices, hands, openedAt, closedAt, ...rest } of polls) {
    await PollRow.create(
      {
        ...rest,
        choices: [...choices],
        hands: [...hands],
        openedAt: new Date(openedAt),
        closedAt: closedAt === null ? null : new Date(closedAt),
      },
      { transaction },
    );
    // Whose telephones they were was never handed on: only how many said what.
    const votes = telephones.flatMap((count, i) =>
      Array.from({ length: count }, () => ({
        pollId: rest.id,
        voter: randomUUID(),
        choice: choices[i]!.value,
        receivedAt: new Date(openedAt),
      })),
    );
    for (const some of inParts(votes)) await VoteRow.bulkCreate(some, { transaction });
  }
}

const inParts = <T>(list: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(list.length / AT_A_TIME) }, (_, i) =>
    list.slice(i * AT_A_TIME, (i + 1) * AT_A_TIME),
  );

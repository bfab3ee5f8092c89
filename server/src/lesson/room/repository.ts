import {
  CODE_LENGTH,
  CODE_LETTERS,
  type BenchSpot,
  type Room,
  type RoomBody,
} from '@nab/contract/lesson';
import { randomInt } from 'node:crypto';
import { Op, type Transaction } from 'sequelize';
import {
  ClassRow,
  GroupRow,
  InvestigationRow,
  RoomRow,
  SessionRow,
  UnplacedReadingRow,
} from '../../platform/database/index.js';

/** A room as stored in the database. */
export type OpenedRoom = RoomRow;

const HOUR_MS = 3_600_000;
/** A code lets tablets in for a day of lessons after its educator or its board last looked. */
const CODE_LIFE_MS = 12 * HOUR_MS;

/** A code that is hardly ever another lesson’s. */
export const newCode = (): string =>
  Array.from({ length: CODE_LENGTH }, () => CODE_LETTERS[randomInt(CODE_LETTERS.length)]).join('');

/** The room of an investigation, opened when it is first asked for; null where there is none of it. */
export async function openRoom(
  investigationId: string,
  transaction: Transaction,
): Promise<RoomRow | null> {
  const found = await RoomRow.findByPk(investigationId, { transaction });
  if (found) return found;
  if (!(await InvestigationRow.findByPk(investigationId, { transaction }))) return null;
  // Two may open it at once, and among a hundred million codes two may be the same.
  await RoomRow.bulkCreate(
    [
      {
        investigationId,
        code: newCode(),
        codeUntil: codeEnd(),
        paused: false,
        message: '',
        ended: false,
        ranked: false,
        begunAt: null,
      },
    ],
    { ignoreDuplicates: true, transaction },
  );
  return RoomRow.findByPk(investigationId, { transaction });
}

const codeEnd = (): Date => new Date(Date.now() + CODE_LIFE_MS);

export async function renewCode(row: RoomRow, transaction: Transaction): Promise<void> {
  await row.update({ code: newCode(), codeUntil: codeEnd() }, { transaction });
}

/** Somebody who may see the code looks: it goes on for a day, or there is another one. */
export async function keepCode(row: RoomRow, transaction: Transaction): Promise<void> {
  const left = row.codeUntil.getTime() - Date.now();
  if (row.ended || left > CODE_LIFE_MS - HOUR_MS) return;
  if (left <= 0) await renewCode(row, transaction);
  else await row.update({ codeUntil: codeEnd() }, { transaction });
}

const isOpen = ({ ended, codeUntil }: RoomRow): boolean =>
  !ended && codeUntil.getTime() > Date.now();

export async function writeRoom(
  row: RoomRow,
  { begun, ...body }: RoomBody,
  transaction: Transaction,
): Promise<void> {
  const begunAt = begun ? (row.begunAt ?? new Date()) : null;
  await row.update({ ...body, begunAt }, { transaction });
}

const alive = () => ({ expiresAt: { [Op.gt]: new Date() } });

/** The room of an investigation; null before it was opened. */
export async function findRoom(
  investigationId: string,
  transaction: Transaction,
): Promise<Room | null> {
  const row = await RoomRow.findByPk(investigationId, { transaction });
  return row && toRoom(row, transaction);
}

export async function toRoom(row: RoomRow, transaction: Transaction): Promise<Room> {
  const { investigationId, begunAt, paused, message, ended, ranked } = row;
  const sessions = await SessionRow.findAll({
    where: { investigationId, role: 'group', ...alive() },
    order: [['joinedAt', 'ASC']],
    transaction,
  });
  const tablets = sessions.map(({ groupId, joinedAt, seenAt, at }) => ({
    groupId: groupId!,
    joinedAt: joinedAt.toISOString(),
    seenAt: seenAt.toISOString(),
    at,
  }));
  const at = begunAt?.toISOString() ?? null;
  const strays = await UnplacedReadingRow.count({
    where: { investigationId, settled: null },
    transaction,
  });
  return {
    code: isOpen(row) ? row.code : null,
    paused,
    message,
    ended,
    begun: at !== null,
    begunAt: at,
    ranked,
    strays,
    tablets,
  };
}

/** The lesson that a code opens, with its groups; null when no lesson has it, or has it no longer. */
export async function lessonOf(
  code: string,
  transaction: Transaction,
): Promise<{ investigation: InvestigationRow; groups: GroupRow[] } | null> {
  const room = await RoomRow.findOne({ where: { code }, transaction });
  if (!room || !isOpen(room)) return null;
  const investigation = await InvestigationRow.findByPk(room.investigationId, {
    rejectOnEmpty: true,
    transaction,
  });
  // The class is held, so that no group joins twice at once.
  await ClassRow.findByPk(investigation.classId, { lock: true, transaction });
  const groups = await GroupRow.findAll({
    where: { classId: investigation.classId },
    order: [['position', 'ASC']],
    transaction,
  });
  return { investigation, groups };
}

/** Ids of the groups that have a tablet. */
export async function takenGroups(
  investigationId: string,
  transaction: Transaction,
): Promise<Set<string>> {
  const rows = await SessionRow.findAll({
    where: { investigationId, role: 'group', ...alive() },
    transaction,
  });
  return new Set(rows.map(({ groupId }) => groupId!));
}

/** Lets a group's tablet go, so that another may join. @returns whether it had one. */
export async function releaseTablet(
  investigationId: string,
  groupId: string,
  transaction: Transaction,
): Promise<boolean> {
  return (await SessionRow.destroy({ where: { investigationId, groupId }, transaction })) > 0;
}

export async function writeSpot(
  investigationId: string,
  groupId: string,
  at: BenchSpot,
  transaction: Transaction,
): Promise<void> {
  await SessionRow.update(
    { at, seenAt: new Date() },
    { where: { investigationId, groupId }, transaction },
  );
}

import { createHash, randomBytes } from 'node:crypto';
import { Op, type Transaction } from 'sequelize';
import { SessionRow } from '../../platform/database/index.js';
import { ANONYMOUS, type Principal } from './principal.js';

const HOUR_MS = 3_600_000;
/** A day of lessons for the educator; a tablet may be used again after the weekend's charging. */
const LIFE_MS = { educator: 12 * HOUR_MS, group: 100 * HOUR_MS, board: 100 * HOUR_MS };
/** A session is written as seen no more often than this. */
const SEEN_EVERY_MS = 10_000;

/** What a session is kept under: who reads the table can sign in as nobody. */
export const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Begins a session. @returns what the cookie holds, which is kept nowhere else. */
export async function beginSession(
  who: Exclude<Principal, { role: 'nobody' }>,
  transaction?: Transaction,
): Promise<{ token: string; expiresAt: Date }> {
  const token = randomBytes(32).toString('base64url');
  const now = Date.now();
  const expiresAt = new Date(now + LIFE_MS[who.role]);
  await SessionRow.create(
    {
      tokenHash: hashOf(token),
      role: who.role,
      investigationId: who.role === 'educator' ? null : who.investigationId,
      groupId: who.role === 'group' ? who.groupId : null,
      at: null,
      joinedAt: new Date(now),
      seenAt: new Date(now),
      expiresAt,
    },
    { transaction: transaction ?? null },
  );
  return { token, expiresAt };
}

/** Whose cookie it is; nobody's when the session has ended. */
export async function principalFor(token: string): Promise<Principal> {
  const row = await SessionRow.findByPk(hashOf(token));
  const now = Date.now();
  if (!row || row.expiresAt.getTime() <= now) return ANONYMOUS;
  if (now - row.seenAt.getTime() > SEEN_EVERY_MS) {
    await SessionRow.update({ seenAt: new Date(now) }, { where: { tokenHash: row.tokenHash } });
  }
  const { role, investigationId, groupId } = row;
  if (role === 'educator') return { role };
  if (role === 'group') return { role, investigationId: investigationId!, groupId: groupId! };
  return { role, investigationId: investigationId! };
}

/** Whether a session goes on; it does not count as seen by being asked for. */
export const isSession = async (token: string): Promise<boolean> =>
  (await SessionRow.count({
    where: { tokenHash: hashOf(token), expiresAt: { [Op.gt]: new Date() } },
  })) > 0;

export const endSession = (token: string): Promise<number> =>
  SessionRow.destroy({ where: { tokenHash: hashOf(token) } });

/** Ends every educator's session. */
export const endEducators = (): Promise<number> =>
  SessionRow.destroy({ where: { role: 'educator' } });

export const endExpired = (transaction: Transaction): Promise<number> =>
  SessionRow.destroy({ where: { expiresAt: { [Op.lte]: new Date() } }, transaction });

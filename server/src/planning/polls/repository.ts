import type { Poll, PollBody } from '@nab/contract/lesson';
import type { Transaction } from 'sequelize';
import { LevelRow, PollRow, VoteRow } from '../../platform/database/index.js';

/** Whether level and line exist and belong to one investigation. */
export async function areLevels(
  { levelId, seriesId }: Pick<PollBody, 'levelId' | 'seriesId'>,
  transaction: Transaction,
): Promise<boolean> {
  const level = await LevelRow.findByPk(levelId, { transaction });
  if (level?.role !== 'level') return false;
  if (seriesId === null) return true;
  const series = await LevelRow.findByPk(seriesId, { transaction });
  return series?.role === 'series' && series.investigationId === level.investigationId;
}

/** Votes at the levels of an investigation, the first opened first. */
export async function findPolls(
  levelIds: readonly string[],
  transaction: Transaction,
): Promise<Poll[]> {
  const rows = await PollRow.findAll({
    where: { levelId: [...levelIds] },
    order: [['openedAt', 'ASC']],
    transaction,
  });
  return withVotes(rows, transaction);
}

/** Votes by their ids. */
export async function findPollsOf(
  ids: readonly string[],
  transaction: Transaction,
): Promise<Poll[]> {
  if (ids.length === 0) return [];
  const rows = await PollRow.findAll({ where: { id: [...ids] }, transaction });
  return withVotes(rows, transaction);
}

/** @param lock so that nobody votes while it is being closed. */
export async function findPoll(
  id: string,
  transaction: Transaction,
  lock = false,
): Promise<Poll | null> {
  const row = await PollRow.findByPk(id, { transaction, ...(lock && { lock: true }) });
  if (!row) return null;
  const [poll] = await withVotes([row], transaction);
  return poll!;
}

async function withVotes(rows: readonly PollRow[], transaction: Transaction): Promise<Poll[]> {
  const votes = await VoteRow.findAll({
    where: { pollId: rows.map(({ id }) => id) },
    transaction,
  });
  return rows.map((row) => ({
    id: row.id,
    levelId: row.levelId,
    seriesId: row.seriesId,
    question: row.question,
    choices: row.choices,
    hands: row.hands,
    telephones: row.choices.map(
      ({ value }) => votes.filter((vote) => vote.pollId === row.id && vote.choice === value).length,
    ),
    actor: row.actor,
    openedAt: row.openedAt.toISOString(),
    closedAt: row.closedAt?.toISOString() ?? null,
  }));
}

export async function writePoll(
  id: string,
  { openedAt, closedAt, choices, hands, ...rest }: PollBody,
  transaction: Transaction,
): Promise<void> {
  await PollRow.upsert(
    {
      ...rest,
      id,
      choices: [...choices],
      hands: [...hands],
      openedAt: new Date(openedAt),
      closedAt: closedAt === null ? null : new Date(closedAt),
    },
    { transaction },
  );
}

export async function writeVote(
  pollId: string,
  voter: string,
  choice: number,
  transaction: Transaction,
): Promise<void> {
  await VoteRow.upsert({ pollId, voter, choice, receivedAt: new Date() }, { transaction });
}

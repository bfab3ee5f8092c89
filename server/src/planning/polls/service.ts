import type { Poll, PollBody, VoteBody } from '@nab/contract/lesson';
import { isDeepStrictEqual } from 'node:util';
import type { Sequelize, Transaction } from 'sequelize';
import { ProblemError } from '../../platform/problems/index.js';
import { areLevels, findPoll, writePoll, writeVote } from './repository.js';

/** What an audience thinks before a trial. What is closed stays as it is. */
export function pollService(sequelize: Sequelize) {
  const locked = async (id: string, transaction: Transaction): Promise<Poll> => {
    const poll = await findPoll(id, transaction, true);
    if (!poll) throw new ProblemError('NOT_FOUND');
    return poll;
  };
  const read = (id: string, transaction: Transaction): Promise<Poll> =>
    findPoll(id, transaction) as Promise<Poll>;

  return {
    read: (id: string): Promise<Poll> =>
      sequelize.transaction(async (transaction) => {
        const poll = await findPoll(id, transaction);
        if (!poll) throw new ProblemError('NOT_FOUND');
        return poll;
      }),

    /** Opens, counts hands, or closes. */
    write: (id: string, body: PollBody): Promise<Poll> =>
      sequelize.transaction(async (transaction) => {
        if (!(await areLevels(body, transaction))) {
          throw new ProblemError('NOT_FOUND', { detail: 'There is no such level.' });
        }
        const before = await findPoll(id, transaction, true);
        if (before && isOfAnother(before, body)) {
          throw new ProblemError('ID_TAKEN', { detail: 'This id is another vote’s.' });
        }
        if (before?.closedAt && !isSame(before, body)) throw closed();
        await writePoll(id, body, transaction);
        return read(id, transaction);
      }),

    vote: (id: string, voter: string, { choice }: VoteBody): Promise<Poll> =>
      sequelize.transaction(async (transaction) => {
        const poll = await locked(id, transaction);
        if (poll.closedAt !== null) throw closed();
        if (!poll.choices.some(({ value }) => value === choice)) {
          throw new ProblemError('INVALID_INPUT', {
            errors: [{ path: 'choice', message: 'This cannot be chosen.' }],
          });
        }
        await writeVote(id, voter, choice, transaction);
        return read(id, transaction);
      }),
  };
}

const closed = (): ProblemError =>
  new ProblemError('VOTE_CLOSED', { detail: 'It was closed before the trial, and stands.' });

const isOfAnother = (before: Poll, body: PollBody): boolean =>
  before.levelId !== body.levelId ||
  before.seriesId !== body.seriesId ||
  before.question !== body.question ||
  !isDeepStrictEqual(before.choices, body.choices);

const isSame = (before: Poll, body: PollBody): boolean =>
  isDeepStrictEqual(before.hands, body.hands) &&
  body.closedAt !== null &&
  Date.parse(before.closedAt!) === Date.parse(body.closedAt);

import type { LiveEvent } from '@nab/contract/lesson';
import { Transaction, type Sequelize } from 'sequelize';
import { findHead, findPredictions, findReadings } from '../../planning/investigations/index.js';
import { findPollsOf } from '../../planning/polls/index.js';
import { findRoom } from '../room/index.js';
import type { Change, ChangeKind } from './repository.js';

/** What is sent of some changes of one investigation: each thing once, in its current state. */
export function eventsFor(
  sequelize: Sequelize,
  investigationId: string,
  changes: readonly Change[],
): Promise<LiveEvent[]> {
  const refs = (kind: ChangeKind): string[] => [
    ...new Set(changes.filter((one) => one.kind === kind).map(({ ref }) => ref!)),
  ];
  const some = (kind: ChangeKind): boolean => changes.some((one) => one.kind === kind);
  return sequelize.transaction(
    { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ, readOnly: true },
    async (transaction) => {
      const head = some('plan') ? await findHead(investigationId, transaction) : null;
      const room = some('room') ? await findRoom(investigationId, transaction) : null;
      return [
        ...(head
          ? [
              {
                event: 'plan' as const,
                data: { version: head.version, plan: head.plan, design: head.design },
              },
            ]
          : []),
        ...(await findPredictions(refs('prediction'), transaction)).map((data) => ({
          event: 'prediction' as const,
          data,
        })),
        ...(await findReadings(refs('reading'), transaction)).map((data) => ({
          event: 'reading' as const,
          data,
        })),
        ...(await findPollsOf(refs('poll'), transaction)).map((data) => ({
          event: 'poll' as const,
          data,
        })),
        ...(room ? [{ event: 'room' as const, data: room }] : []),
      ];
    },
  );
}

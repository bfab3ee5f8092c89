import {
  tidyCode,
  type BenchSpot,
  type CodeBody,
  type JoinBody,
  type JoinOffer,
  type Room,
  type RoomBody,
} from '@nab/contract/lesson';
import type { Sequelize, Transaction } from 'sequelize';
import { ProblemError } from '../../platform/problems/index.js';
import { beginSession, endExpired, type Principal } from '../../access/roles/index.js';
import {
  keepCode,
  lessonOf,
  openRoom,
  releaseTablet,
  renewCode,
  takenGroups,
  toRoom,
  writeRoom,
  writeSpot,
  type OpenedRoom,
} from './repository.js';

/** A group sees neither the code nor another tablet. */
export function roomFor(room: Room, { role }: Principal): Room {
  return seesCode({ role }) ? room : { ...room, code: null, tablets: [] };
}

const seesCode = ({ role }: Pick<Principal, 'role'>): boolean =>
  role === 'educator' || role === 'board';

/** What can be done with the room of a lesson; each call is one transaction. */
export function roomService(sequelize: Sequelize) {
  const open = async (id: string, transaction: Transaction): Promise<OpenedRoom> => {
    const row = await openRoom(id, transaction);
    if (!row) throw new ProblemError('NOT_FOUND');
    return row;
  };
  const changed = (
    id: string,
    change: (row: OpenedRoom, transaction: Transaction) => Promise<void>,
  ): Promise<Room> =>
    sequelize.transaction(async (transaction) => {
      const row = await open(id, transaction);
      await change(row, transaction);
      await keepCode(row, transaction);
      return toRoom(row, transaction);
    });
  const lesson = async (code: string, transaction: Transaction) => {
    const found = await lessonOf(tidyCode(code), transaction);
    if (!found) {
      throw new ProblemError('WRONG_CODE', {
        errors: [{ path: 'code', message: 'No lesson has this code. Read it once more.' }],
      });
    }
    return found;
  };

  return {
    read: async (id: string, who: Principal): Promise<Room> => {
      const room = await sequelize.transaction(async (transaction) => {
        const row = await open(id, transaction);
        if (seesCode(who)) await keepCode(row, transaction);
        return toRoom(row, transaction);
      });
      return roomFor(room, who);
    },

    write: (id: string, body: RoomBody): Promise<Room> =>
      changed(id, (row, transaction) => writeRoom(row, body, transaction)),

    /** The old code lets nobody in any more; who is in stays in. */
    renew: (id: string): Promise<Room> => changed(id, renewCode),

    release: (id: string, groupId: string): Promise<Room> =>
      changed(id, async (_row, transaction) => {
        await releaseTablet(id, groupId, transaction);
      }),

    spot: (who: Principal & { role: 'group' }, at: BenchSpot): Promise<void> =>
      sequelize.transaction((transaction) =>
        writeSpot(who.investigationId, who.groupId, at, transaction),
      ),

    offer: ({ code }: CodeBody): Promise<JoinOffer> =>
      sequelize.transaction(async (transaction) => {
        const { investigation, groups } = await lesson(code, transaction);
        const taken = await takenGroups(investigation.id, transaction);
        return {
          investigationId: investigation.id,
          title: investigation.title,
          groups: groups.map(({ id, name }) => ({ id, name, taken: taken.has(id) })),
        };
      }),

    /** Begins a session for a group's tablet, or for a board where no group is named. */
    join: ({ code, groupId }: JoinBody) =>
      sequelize.transaction(async (transaction) => {
        const { investigation, groups } = await lesson(code, transaction);
        const investigationId = investigation.id;
        await endExpired(transaction);
        const group = groups.find(({ id }) => id === groupId?.toLowerCase());
        if (groupId !== null && !group) throw new ProblemError('NOT_FOUND');
        if (group && (await takenGroups(investigationId, transaction)).has(group.id)) {
          throw new ProblemError('GROUP_TAKEN', {
            detail: `${group.name} has a tablet already. The educator can let it go in Room.`,
          });
        }
        const who: Exclude<Principal, { role: 'nobody' | 'educator' }> = group
          ? { role: 'group', investigationId, groupId: group.id }
          : { role: 'board', investigationId };
        return { who, begun: await beginSession(who, transaction) };
      }),
  };
}

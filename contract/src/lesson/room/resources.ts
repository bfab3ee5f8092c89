import type { Group } from '../investigation/index.js';

/**
 * Who asks: the educator, a group bound to its tablet, the board (reads only), or nobody yet known.
 */
export type Role = 'educator' | 'group' | 'board' | 'nobody';

/** Where Nab runs: alone on one machine, where nothing asks for anything, or for a classroom. */
export type Setting = 'alone' | 'classroom';

export interface Session {
  readonly setting: Setting;
  readonly role: Role;
  /** Of a group or a board; else null. */
  readonly investigationId: string | null;
  readonly groupId: string | null;
  /** False in a classroom that cannot be used before its educator sets one. */
  readonly passPhraseSet: boolean;
  /** Where tablets of this room reach Nab, such as `http://192.168.1.5:4170`; null where none can. */
  readonly address: string | null;
  /** The server's time, ISO 8601 in UTC: a tablet's clock may be wrong. */
  readonly now: string;
}

/** What a code opens, before a group is chosen. */
export interface JoinOffer {
  readonly investigationId: string;
  readonly title: string;
  readonly groups: readonly (Group & { readonly taken: boolean })[];
}

/** A part of a trial at a group's bench. */
export const STAGES = {
  predict: 'predicts',
  off: 'checks, current off',
  on: 'switched on',
  read: 'reads',
} as const;
export type StageId = keyof typeof STAGES;

/** Where a group is just now. */
export interface BenchSpot {
  readonly levelId: string;
  readonly seriesId: string | null;
  readonly stage: StageId;
}

/** A tablet that has joined. Times are ISO 8601 in UTC. */
export interface Tablet {
  readonly groupId: string;
  readonly joinedAt: string;
  readonly seenAt: string;
  readonly at: BenchSpot | null;
}

/** What the educator says for everybody in the room. */
export interface RoomBody {
  /** Nobody begins a trial; what is being typed can be saved. */
  readonly paused: boolean;
  /** Words for every tablet; empty without any. */
  readonly message: string;
  /** The lesson is over: no more trials. Nothing typed before is lost by it. */
  readonly ended: boolean;
  /** The lesson has begun: its clock runs from then. */
  readonly begun: boolean;
  /** Whether the board may put groups in an order by what they lifted. */
  readonly ranked: boolean;
}

export interface Room extends RoomBody {
  /** What lets tablets in; the board shows it, a group does not see it. Null once it has ended. */
  readonly code: string | null;
  readonly begunAt: string | null;
  /** How many records wait for a place. */
  readonly strays: number;
  readonly tablets: readonly Tablet[];
}

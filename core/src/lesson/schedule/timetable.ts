import type { Lesson, StepMinutes, Task } from './lesson.js';
import { balancedOrders } from './order.js';
import { cooled, restBefore } from './warmth.js';

export const BLOCK_KINDS = [
  'introduce',
  'wind',
  'connect',
  'trial',
  'rest',
  'pass-on',
  'discuss',
  'clear',
] as const;

export type BlockKind = (typeof BLOCK_KINDS)[number];

/** A stretch of the lesson, minutes from its beginning; of all groups together where none is named. */
export interface Block {
  readonly kind: BlockKind;
  readonly group: number | null;
  readonly start: number;
  readonly length: number;
  /** The task that it belongs to. */
  readonly task: number | null;
}

export interface Timetable {
  readonly blocks: readonly Block[];
  /** Length of the lesson, minutes. */
  readonly end: number;
  /** The most that any group spends with each kind of work, minutes. */
  readonly spent: Readonly<Record<BlockKind, number>>;
  /** Cores that are wound at once, of all groups together. */
  readonly magnets: number;
  /** Coils that are wound in all. */
  readonly coils: number;
  /** The educator's minutes of winding before the lesson. */
  readonly before: number;
  /** Tasks in the order in which each group tries them. */
  readonly orders: readonly (readonly number[])[];
}

/** A wound core: until when it is in somebody's hands, minutes, and how warm it was then. */
interface Magnet {
  readonly coil: string;
  free: number;
  warmth: number;
}

/** A group at its table. */
interface Table {
  readonly group: number;
  now: number;
  readonly tried: number[];
}

/**
 * Lays a lesson out, every group at its own table, each step as early as hands, coils and their rests
 * allow. Trials are in an order that is balanced over the groups as far as the arrangement lets them.
 */
export function timetableOf(lesson: Lesson): Timetable {
  const { arrangement, minutes, groups } = lesson;
  const blocks: Block[] = [];
  const tables = Array.from({ length: groups }, (_, group): Table => ({
    group,
    now: minutes.introduce,
    tried: [],
  }));
  const magnets = LAYOUTS[arrangement](lesson, tables, blocks);
  const tried = Math.max(minutes.introduce, ...tables.map(({ now }) => now));
  const together = (kind: BlockKind, start: number): Block => ({
    kind,
    group: null,
    start,
    length: minutes[kind as 'introduce' | 'discuss' | 'clear'],
    task: null,
  });
  const all = [
    together('introduce', 0),
    ...blocks,
    together('discuss', tried),
    together('clear', tried + minutes.discuss),
  ];
  return {
    blocks: all,
    end: tried + minutes.discuss + minutes.clear,
    spent: spentIn(all, groups),
    magnets,
    coils: arrangement === 'wind-again' ? groups * coilsOf(lesson).length : magnets,
    before:
      arrangement === 'wound-before'
        ? groups * sum(coilsOf(lesson).map((coil) => windingTime(lesson, coil)))
        : 0,
    orders: tables.map((table) => table.tried),
  };
}

/** Fills the tables' time; answers how many cores are wound at once. */
type Layout = (lesson: Lesson, tables: readonly Table[], blocks: Block[]) => number;

const LAYOUTS: Readonly<Record<Lesson['arrangement'], Layout>> = {
  'own-coils': (lesson, tables, blocks) => ownCoils(lesson, tables, blocks, true),
  'wound-before': (lesson, tables, blocks) => ownCoils(lesson, tables, blocks, false),
  'go-round': goRound,
  'wind-again': windAgain,
};

function ownCoils(
  lesson: Lesson,
  tables: readonly Table[],
  blocks: Block[],
  wind: boolean,
): number {
  const { tasks, groups, repeats, minutes } = lesson;
  const coils = coilsOf(lesson);
  const orders = balancedOrders(tasks.length, groups, repeats);
  for (const table of tables) {
    const own = coils.map((coil): Magnet => {
      if (wind) work(table, blocks, 'wind', windingTime(lesson, coil), firstOf(lesson, coil));
      return { coil, free: 0, warmth: 0 };
    });
    let held: Magnet | null = null;
    for (const task of orders[table.group]!) {
      const magnet: Magnet = own.find(({ coil }) => coil === tasks[task]!.coil)!;
      if (magnet !== held) work(table, blocks, 'connect', minutes.connect, task);
      held = magnet;
      tryOnce(lesson, table, blocks, magnet, task);
    }
  }
  return groups * coils.length;
}

function windAgain(lesson: Lesson, tables: readonly Table[], blocks: Block[]): number {
  const { groups, minutes } = lesson;
  const coils = coilsOf(lesson);
  const orders = balancedOrders(coils.length, groups, 1);
  for (const table of tables) {
    orders[table.group]!.forEach((place, i) => {
      const magnet: Magnet = { coil: coils[place]!, free: 0, warmth: 0 };
      const first = firstOf(lesson, magnet.coil);
      if (i > 0) work(table, blocks, 'pass-on', minutes.passOn, first);
      work(table, blocks, 'wind', windingTime(lesson, magnet.coil), first);
      tryAll(lesson, table, blocks, magnet);
    });
  }
  return groups;
}

/** Every coil is wound by some group, more than once where groups are many, and goes from table to table. */
function goRound(lesson: Lesson, tables: readonly Table[], blocks: Block[]): number {
  const { groups, minutes } = lesson;
  const coils = coilsOf(lesson);
  const magnets = Array.from({ length: Math.max(groups, coils.length) }, (_, i): Magnet => ({
    coil: coils[i % coils.length]!,
    free: 0,
    warmth: 0,
  }));
  magnets.forEach((magnet, i) => {
    const table = tables[i % groups]!;
    work(table, blocks, 'wind', windingTime(lesson, magnet.coil), firstOf(lesson, magnet.coil));
    magnet.free = table.now;
  });
  const orders = balancedOrders(coils.length, groups, 1).map((order) => [...order]);
  for (let left = groups * coils.length; left > 0; left--) {
    // Whoever is free first takes, of what it has not tried, what it can have soonest.
    const table = tables
      .filter(({ group }) => orders[group]!.length > 0)
      .reduce((p, q) => (q.now < p.now ? q : p));
    const wanted = orders[table.group]!;
    const offers = wanted.flatMap((place) =>
      magnets
        .filter(({ coil }) => coil === coils[place])
        .map((magnet) => ({ place, magnet, at: soonest(lesson, table, magnet) })),
    );
    const { place, magnet } = offers.reduce((p, q) => (q.at < p.at ? q : p));
    wanted.splice(wanted.indexOf(place), 1);
    if (table.tried.length > 0) {
      work(table, blocks, 'pass-on', minutes.passOn, firstOf(lesson, magnet.coil));
    }
    tryAll(lesson, table, blocks, magnet);
  }
  return magnets.length;
}

/** All trials with one magnet, after connecting it. */
function tryAll(lesson: Lesson, table: Table, blocks: Block[], magnet: Magnet): void {
  const { tasks, repeats, minutes } = lesson;
  const alike = tasks.flatMap(({ coil }, task) => (coil === magnet.coil ? [task] : []));
  // Nobody connects what another table still has.
  waitUntil(table, blocks, magnet.free, alike[0]!);
  work(table, blocks, 'connect', minutes.connect, alike[0]!);
  const [order] = balancedOrders(alike.length, 1, repeats);
  for (const place of order!) tryOnce(lesson, table, blocks, magnet, alike[place]!);
}

function tryOnce(
  { tasks, minutes }: Lesson,
  table: Table,
  blocks: Block[],
  magnet: Magnet,
  task: number,
): void {
  const { on, heats, cools } = tasks[task]!;
  waitUntil(table, blocks, coolAt(magnet, tasks[task]!), task);
  const warmth = cooled(magnet.warmth, cools, 60 * (table.now - magnet.free)) + heats;
  work(table, blocks, 'trial', minutes.trial, task);
  table.tried.push(task);
  // It cools while hands lift, count and write.
  magnet.warmth = cooled(warmth, cools, Math.max(0, 60 * minutes.trial - on));
  magnet.free = table.now;
}

/** When a magnet can be tried again, minutes. */
function coolAt({ free, warmth }: Magnet, task: Lesson['tasks'][number]): number {
  return free + restBefore(warmth, task) / 60;
}

/** When a table could begin to try a magnet. */
function soonest(lesson: Lesson, table: Table, magnet: Magnet): number {
  const task = lesson.tasks[firstOf(lesson, magnet.coil)]!;
  return Math.max(table.now + lesson.minutes.connect, magnet.free, coolAt(magnet, task));
}

function waitUntil(table: Table, blocks: Block[], time: number, task: number): void {
  if (time > table.now) work(table, blocks, 'rest', time - table.now, task);
}

function work(table: Table, blocks: Block[], kind: BlockKind, length: number, task: number): void {
  blocks.push({ kind, group: table.group, start: table.now, length, task });
  table.now += length;
}

const coilsOf = ({ tasks }: Lesson): string[] => [...new Set(tasks.map(({ coil }) => coil))];
const firstOf = ({ tasks }: Lesson, coil: string): number =>
  tasks.findIndex((task) => task.coil === coil);
const sum = (numbers: readonly number[]): number => numbers.reduce((p, q) => p + q, 0);

function windingTime({ tasks, minutes }: Lesson, coil: string): number {
  return windingMinutes(
    tasks.find((task) => task.coil === coil)!,
    minutes,
  );
}

const windingMinutes = ({ turns }: Task, minutes: StepMinutes): number =>
  minutes.coil + (minutes.tenTurns * turns) / 10;

/**
 * What one trial takes by itself, minutes: to wind its coil where it is not wound, to connect it, to
 * try it, and to let it cool until it may be tried again.
 */
export function trialTime(task: Task, minutes: StepMinutes, wound: boolean): number {
  const rest = restBefore(task.heats, task) / 60;
  return (wound ? 0 : windingMinutes(task, minutes)) + minutes.connect + minutes.trial + rest;
}

function spentIn(blocks: readonly Block[], groups: number): Record<BlockKind, number> {
  const spent = BLOCK_KINDS.map((kind) => {
    const each = new Array<number>(groups).fill(0);
    let all = 0;
    for (const block of blocks) {
      if (block.kind !== kind) continue;
      if (block.group === null) all += block.length;
      else each[block.group]! += block.length;
    }
    return [kind, Math.max(all, ...each)] as const;
  });
  return Object.fromEntries(spent) as Record<BlockKind, number>;
}

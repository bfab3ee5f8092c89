import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { startSubject, type Subject } from '../../experiments/index.js';
import { warmUp } from '../../physics/index.js';
import { casesOf, type LessonPlan } from '../plan/index.js';
import {
  ARRANGEMENTS,
  balancedOrders,
  batteryUse,
  BLOCK_KINDS,
  onTimeIn,
  restBefore,
  tasksOf,
  timetableOf,
  TYPICAL_MINUTES,
  warmthOf,
  williamsOrders,
  type Arrangement,
  type Lesson,
  type Timetable,
} from './index.js';

const arrangements = Object.keys(ARRANGEMENTS) as Arrangement[];

describe('orders of trials', () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 12])(
    '%i levels: each at each place, each after each other',
    (n) => {
      const orders = williamsOrders(n);
      const twice = n % 2 === 1 && n > 1 ? 2 : 1;
      expect(orders).toHaveLength(n * twice);
      for (let level = 0; level < n; level++) {
        for (let place = 0; place < n; place++) {
          expect(orders.filter((order) => order[place] === level)).toHaveLength(twice);
        }
        for (let next = 0; next < n; next++) {
          if (next === level) continue;
          const follow = orders.filter((order) => order[order.indexOf(level) + 1] === next);
          expect(follow).toHaveLength(twice);
        }
      }
    },
  );

  it('are for every group each level once a repeat', () => {
    const orders = balancedOrders(5, 4, 3);
    expect(orders).toHaveLength(4);
    for (const order of orders) {
      for (let repeat = 0; repeat < 3; repeat++) {
        expect([...order.slice(5 * repeat, 5 * repeat + 5)].sort()).toEqual([0, 1, 2, 3, 4]);
      }
    }
    expect(new Set(orders.map(String)).size).toBe(4);
  });
});

const lessons = fc.record({
  arrangement: fc.constantFrom(...arrangements),
  minutes: fc.constant(TYPICAL_MINUTES),
  groups: fc.integer({ min: 1, max: 10 }),
  repeats: fc.integer({ min: 1, max: 4 }),
  tasks: fc.array(
    fc.record({
      coil: fc.constantFrom('a', 'b', 'c', 'd', 'e'),
      turns: fc.integer({ min: 5, max: 200 }),
      on: fc.integer({ min: 3, max: 30 }),
      heats: fc.constantFrom(0, 0.3, 0.8),
      cools: fc.constant(300),
    }),
    { minLength: 1, maxLength: 12 },
  ),
});

const ofGroup = ({ blocks }: Timetable, group: number) =>
  blocks.filter((block) => block.group === group).sort((p, q) => p.start - q.start);

describe('a timetable', () => {
  it('has every trial of every group once, no hand in two places, and no coil too warm', () => {
    fc.assert(
      fc.property(lessons, (lesson: Lesson) => {
        const table = timetableOf(lesson);
        expect(table.orders).toHaveLength(lesson.groups);
        for (let group = 0; group < lesson.groups; group++) {
          const own = ofGroup(table, group);
          const trials = own.filter(({ kind }) => kind === 'trial').map(({ task }) => task!);
          expect([...trials].sort((p, q) => p - q)).toEqual(
            lesson.tasks.flatMap((_, task) => new Array<number>(lesson.repeats).fill(task)),
          );
          expect(trials).toEqual(table.orders[group]);
          own.reduce((end, { start, length }) => {
            expect(start).toBeGreaterThanOrEqual(end - 1e-9);
            return start + length;
          }, lesson.minutes.introduce);
          if (lesson.arrangement === 'go-round') continue;
          const warm = new Map<string, { at: number; warmth: number }>();
          for (const { kind, task, start } of own) {
            if (kind === 'wind' && lesson.arrangement === 'wind-again') warm.clear();
            if (kind !== 'trial') continue;
            const { coil, heats, cools, on } = lesson.tasks[task!]!;
            const before = warm.get(coil) ?? { at: 0, warmth: 0 };
            const so = before.warmth * Math.exp((-60 * (start - before.at)) / cools) + heats;
            expect(so).toBeLessThanOrEqual(1 + 1e-9);
            warm.set(coil, { at: start + on / 60, warmth: so });
          }
        }
        const last = table.blocks[table.blocks.length - 1]!;
        expect(last.kind).toBe('clear');
        expect(table.end).toBeCloseTo(last.start + last.length, 9);
        for (const { start, length } of table.blocks) {
          expect(start + length).toBeLessThanOrEqual(table.end + 1e-9);
        }
      }),
      { numRuns: 300, seed: 5 },
    );
  });

  it('lets no more tables have a coil at once than there are of it', () => {
    fc.assert(
      fc.property(lessons, (drawn) => {
        const lesson: Lesson = { ...drawn, arrangement: 'go-round' };
        const table = timetableOf(lesson);
        const coils = [...new Set(lesson.tasks.map(({ coil }) => coil))];
        const copies = (coil: string): number =>
          Array.from({ length: table.magnets }, (_, i) => coils[i % coils.length]).filter(
            (c) => c === coil,
          ).length;
        const trials = table.blocks.filter(({ kind }) => kind === 'trial');
        for (const { start, length, task } of trials) {
          const { coil } = lesson.tasks[task!]!;
          const at = start + length / 2;
          const same = trials.filter(
            (other) =>
              lesson.tasks[other.task!]!.coil === coil &&
              other.start < at &&
              other.start + other.length > at,
          );
          expect(same.length).toBeLessThanOrEqual(copies(coil));
        }
      }),
      { numRuns: 200, seed: 6 },
    );
  });

  const three = [20, 40, 60].map((turns) => ({
    coil: `${turns}`,
    turns,
    on: 10,
    heats: 0,
    cools: 300,
  }));
  const lesson = (arrangement: Arrangement): Lesson => ({
    arrangement,
    minutes: TYPICAL_MINUTES,
    tasks: three,
    groups: 4,
    repeats: 2,
  });

  it('counts cores: one each where each is wound, one a group where it is wound again', () => {
    const magnets = arrangements.map((a) => [a, timetableOf(lesson(a)).magnets]);
    expect(Object.fromEntries(magnets)).toEqual({
      'own-coils': 12,
      'go-round': 4,
      'wind-again': 4,
      'wound-before': 12,
    });
    expect(timetableOf({ ...lesson('go-round'), groups: 2 }).magnets).toBe(3);
  });

  it('adds up by hand where every group winds everything', () => {
    const { end, spent, before } = timetableOf(lesson('own-coils'));
    // Three coils of 3 min, 12 tens of turns of ½ min; six trials, each with another coil.
    expect(spent.wind).toBeCloseTo(9 + 6, 9);
    expect(spent.trial).toBeCloseTo(6, 9);
    const changes = timetableOf(lesson('own-coils')).orders.map(
      (order) => order.filter((task, i) => task !== order[i - 1]).length,
    );
    expect(spent.connect).toBe(Math.max(...changes));
    expect(end).toBeCloseTo(5 + 15 + 6 + spent.connect + 8 + 5, 9);
    expect(before).toBe(0);
    expect(timetableOf(lesson('wound-before')).before).toBeCloseTo(4 * 15, 9);
    expect(timetableOf(lesson('wound-before')).end).toBeCloseTo(end - 15, 9);
  });

  it('winds again with rests, where other coils fill them otherwise', () => {
    const hot = (arrangement: Arrangement) =>
      timetableOf({ ...lesson(arrangement), tasks: three.map((t) => ({ ...t, heats: 0.7 })) });
    // From 0.7 down to 0.3 by 300 s; 50 s of it are spent with counting.
    const rest = (300 * Math.log(0.7 / 0.3) - 50) / 60;
    expect(hot('wind-again').spent.rest).toBeCloseTo(3 * rest, 9);
    expect(hot('own-coils').spent.rest).toBeLessThan(2 * rest);
  });

  it('has every kind of work in its sum, and nothing to do without levels', () => {
    const table = timetableOf({ ...lesson('own-coils'), tasks: [] });
    expect(Object.keys(table.spent)).toEqual([...BLOCK_KINDS]);
    expect(table.end).toBe(5 + 8 + 5);
  });
});

const base = startSubject('straight-magnet');
function planOf(change: Partial<LessonPlan> = {}, subject: Subject = base): LessonPlan {
  return {
    base: subject,
    factor: 'turns',
    levels: [20, 40, 80].map((value) => ({ id: String(value), value })),
    series: null,
    measure: 'objects-one-end',
    conditions: {},
    hold: 'nothing',
    ...change,
  };
}

describe('rest and work of a plan', () => {
  it('lets every trial end near the touch limit at most, however many went before', () => {
    const [, , most] = casesOf(planOf());
    const { coil } = most!.trialled!;
    expect(onTimeIn(coil, 1e4)).toBeCloseTo(0.8 * coil.allowedOnTime, 6);
    const on = onTimeIn(coil, 8);
    const recipe = warmthOf(coil, on);
    expect(recipe.heats).toBeGreaterThan(0);
    const way = coil.touchLimit - coil.lump.ambient;
    let state = { temperature: coil.lump.ambient, coreTemperature: coil.lump.ambient };
    let warmth = 0;
    for (let i = 0; i < 12; i++) {
      const rest = restBefore(warmth, recipe);
      state = warmUp({ ...coil.lump, emf: 0 }, state, rest);
      warmth = warmth * Math.exp(-rest / recipe.cools) + recipe.heats;
      state = warmUp(coil.lump, state, on);
      expect(warmth).toBeLessThanOrEqual(1 + 1e-9);
      expect((state.temperature - coil.lump.ambient) / way).toBeLessThan(1.1);
    }
    expect(warmthOf(coil, 1e4).heats).toBeGreaterThanOrEqual(1);
    expect(restBefore(0, { heats: 1, cools: 60 })).toBe(Infinity);
    expect(restBefore(0.2, { heats: 0.5, cools: 60 })).toBe(0);
  });

  it('knows which levels share a coil', () => {
    const coils = (plan: LessonPlan) =>
      new Set(tasksOf(plan, casesOf(plan), 10).map(({ coil }) => coil)).size;
    expect(coils(planOf())).toBe(3);
    expect(coils(planOf({ hold: 'taps' }))).toBe(1);
    const cells = [1, 2].map((value) => ({ id: String(value), value }));
    expect(coils(planOf({ factor: 'cells-in-series', levels: cells }))).toBe(1);
    expect(coils(planOf({ series: { factor: 'cells-in-series', levels: cells } }))).toBe(3);
    const presence = ['with', 'without'].map((value) => ({ id: value, value }));
    expect(coils(planOf({ factor: 'core-presence', levels: presence }))).toBe(1);
    const lengths = [0.08, 0.1].map((value) => ({ id: String(value), value }));
    expect(coils(planOf({ factor: 'core-length', levels: lengths }))).toBe(2);
  });

  it('has no work for what must not be switched on', () => {
    const levels = [1, 12].map((value) => ({ id: String(value), value }));
    const plan = planOf({ factor: 'cells-in-series', levels });
    const cases = casesOf(plan);
    expect(cases[1]!.stops.length).toBeGreaterThan(0);
    expect(tasksOf(plan, cases, 10).map(({ place }) => place)).toEqual([0]);
  });
});

describe('the batteries of a lesson', () => {
  const use = (on: number, repeats = 3, change: Partial<Subject['design']['supply']> = {}) => {
    const subject = {
      ...base,
      design: { ...base.design, supply: { ...base.design.supply, ...change } },
    } as Subject;
    const plan = planOf({}, subject);
    const cases = casesOf(plan);
    const tasks = tasksOf(plan, cases, on);
    return batteryUse(plan, cases, tasks, balancedOrders(3, 4, repeats), repeats);
  };

  it('draw current times time, and fade by what is drawn', () => {
    const short = use(3)!;
    const long = use(6)!;
    expect(long.drawn).toBeCloseTo(2 * short.drawn, 6);
    expect(short.drawn).toBeCloseTo(3 * short.perTrial.reduce((p, q) => p + q), 6);
    expect(long.lastOverFirst).toBeLessThan(short.lastOverFirst);
    expect(short.lastOverFirst).toBeLessThan(1);
    expect(short.spare).toBe(1);
  });

  it('make the last level look weaker when levels are tried in sequence, not in balanced order', () => {
    const { biasInSequence, biasInOrder } = use(10, 4, { size: 'AA' })!;
    expect(biasInSequence).toBeGreaterThan(0.01);
    expect(Math.abs(biasInOrder)).toBeLessThan(biasInSequence / 4);
  });

  it('are swapped before a reading is a tenth too low, sooner when they are small', () => {
    const large = use(10, 12, { size: 'D' })!;
    const small = use(10, 12, { size: 'AAA' })!;
    expect(small.swapAfter).not.toBeNull();
    expect(small.packs).toBe(Math.ceil(36 / small.swapAfter!));
    expect(small.swapAfter!).toBeLessThan(large.swapAfter ?? Infinity);
  });

  it('are none of a bench supply’s business', () => {
    expect(use(10, 3, { bench: { voltage: 6, currentLimit: 2 } })).toBeNull();
  });
});

import { TestBed } from '@angular/core/testing';
import { type Plan, type ReadingBody, USUAL_LESSON } from '@nab/contract/lesson';
import { examplePlan, idOf } from '@nab/contract/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { openInvestigation } from '../../../../testing/open-investigation';
import { ServerClock } from '../../investigation';
import { benchDatabase } from '../../platform/saving/bench-database';
import { hiddenIn, momentsOf } from './moments';
import { rehearsedPlan } from './rehearsed-plan';
import { RehearsalPlayer, type BenchHand, type Moment } from './rehearsal-player';

const NO_TIME = { introduce: 0, coil: 0, tenTurns: 0, connect: 0, passOn: 0, discuss: 0, clear: 0 };

/** A lesson of trials alone. */
const quick = (): Plan =>
  examplePlan(undefined, { lesson: { ...USUAL_LESSON, minutes: { ...NO_TIME, trial: 1 } } });

async function openRehearsal() {
  const { server, store } = await openInvestigation({
    rehearsalOf: idOf(700),
    plan: quick(),
  });
  const player = TestBed.runInInjectionContext(() => new RehearsalPlayer());
  TestBed.tick();
  return { player, server, store };
}

describe('a rehearsal that is played', () => {
  beforeEach(async () => {
    await benchDatabase.outgoing.clear();
    localStorage.clear();
    vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval', 'Date', 'performance'] });
  });
  afterEach(() => {
    TestBed.inject(ServerClock).real();
    vi.useRealTimers();
  });

  const pass = async (seconds: number) => {
    for (let i = 0; i < seconds * 10; i++) {
      vi.advanceTimersByTime(100);
      await new Promise((resolve) => setTimeout(resolve, 0));
    }
  };

  it('begins by itself, and what is read bears the lesson’s time and no group’s mark', async () => {
    const { player, server } = await openRehearsal();
    expect(player.playing()).toBe(true);
    player.setSpeed(60);
    const { trials } = player.rehearsal()!;
    await pass(3);
    await expect.poll(() => server.readings.length).toBeGreaterThan(0);
    const due = trials.filter(({ read }) => read <= player.elapsed());
    await expect
      .poll(() => server.readings.filter(({ corrects }) => corrects === null).length)
      .toBe(due.length);
    expect(new Set(server.readings.map(({ actor }) => actor))).toEqual(new Set(['rehearsal']));
    const [first, last] = [server.readings[0]!, server.readings.at(-1)!];
    const apart = (Date.parse(last.recordedAt) - Date.parse(first.recordedAt)) / 1000;
    expect(apart).toBeCloseTo(due.at(-1)!.read - due[0]!.read, 0);
    // Never ahead of this device's clock.
    expect(Date.parse(last.recordedAt)).toBeLessThanOrEqual(Date.now());
  });

  it('stands still when it is told to, and goes on where it was, also after a reload', async () => {
    const { player } = await openRehearsal();
    player.setSpeed(20);
    await pass(2);
    player.pause();
    const [at, clock] = [player.elapsed(), TestBed.inject(ServerClock).now()];
    await pass(2);
    expect(player.elapsed()).toBe(at);
    expect(TestBed.inject(ServerClock).now()).toBe(clock);
    const again = TestBed.runInInjectionContext(() => new RehearsalPlayer());
    TestBed.tick();
    expect(again.playing()).toBe(false);
    expect(again.elapsed()).toBeCloseTo(at, 6);
    again.setSpeed(1);
    again.play();
    await pass(1);
    // Within a tick or two.
    expect(again.elapsed()).toBeGreaterThan(at + 0.7);
    expect(again.elapsed()).toBeLessThanOrEqual(at + 1.01);
  });

  it('lets the bench on this screen play its own group, and sends what that did not take', async () => {
    const { player, server } = await openRehearsal();
    const seen: Moment['kind'][] = [];
    const hand: BenchHand = {
      groupId: () => idOf(20),
      play: ({ kind }) => {
        seen.push(kind);
        return Promise.resolve(kind !== 'read');
      },
    };
    player.takeHand(hand);
    player.setSpeed(60);
    // The group on this screen may be the late one.
    await pass(7);
    expect(seen.slice(0, 5)).toEqual(['begin', 'guess', 'on', 'off', 'read']);
    const own = () => server.readings.filter(({ groupId }: ReadingBody) => groupId === idOf(20));
    await expect.poll(() => own().length).toBeGreaterThan(0);
    player.letGo(hand);
    const before = seen.length;
    await pass(2);
    expect(seen).toHaveLength(before);
  });

  it('ends with the lesson and tells what was hidden in it', async () => {
    const { player, store } = await openRehearsal();
    player.setSpeed(60);
    const rehearsal = player.rehearsal()!;
    await pass(Math.ceil(rehearsal.end / 60) + 2);
    await expect.poll(() => player.over()).toBe(true);
    expect(player.playing()).toBe(false);
    const { groups } = store.plan().valid();
    expect(hiddenIn(rehearsal, groups)).toContain(`${groups[rehearsal.late!]!.name} came late`);
    expect(hiddenIn(rehearsal, groups)).toContain(`loose at ${groups[rehearsal.loose]!.name}`);
  });

  it('is none where nothing is rehearsed, and leaves the clock alone', async () => {
    await openInvestigation();
    const player = TestBed.runInInjectionContext(() => new RehearsalPlayer());
    TestBed.tick();
    expect(player.rehearsal()).toBeNull();
    // Within the moment that the two readings take; a rehearsal’s would be minutes off.
    const before = Date.now();
    const read = TestBed.inject(ServerClock).now();
    expect(read).toBeGreaterThanOrEqual(before);
    expect(read).toBeLessThanOrEqual(Date.now());
  });
});

describe('what is rehearsed', () => {
  it('is the plan with ids of its own, all of them', () => {
    const plan = quick();
    const copy = rehearsedPlan({ plan });
    expect(copy.title).toBe(`Rehearsal: ${plan.title}`);
    const ids = (of: Plan) => [of.class, ...of.levels, ...of.groups].map(({ id }) => id);
    expect(ids(copy).filter((id) => ids(plan).includes(id))).toEqual([]);
    expect(copy.levels.map(({ value }) => value)).toEqual(plan.levels.map(({ value }) => value));
  });

  it('is done in turn: a level is taken up before it is guessed, and read before it is corrected', () => {
    const trial = {
      group: 0,
      place: 0,
      begins: 0,
      guess: { value: 3, words: null },
      switchedOn: 20,
      switchedOff: 24,
      read: 50,
      outcome: { kind: 'yes-no', yes: true } as const,
      leadLoose: false,
      correction: { at: 95, outcome: { kind: 'yes-no', yes: false } as const, reason: 'Slip' },
    };
    const kinds = momentsOf({ trials: [trial], end: 100, late: null, loose: 0 }).map((m) => m.kind);
    expect(kinds).toEqual(['begin', 'guess', 'on', 'off', 'read', 'correct']);
  });
});

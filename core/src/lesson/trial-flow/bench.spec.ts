import { describe, expect, it } from 'vitest';
import { balancedOrders, restBefore, warmthOf } from '../schedule/index.js';
import { trialOnTime } from '../../physics/index.js';
import { casesOf } from '../plan/index.js';
import { measureOf, type MeasureId, type Outcome } from '../measures/index.js';
import {
  nextInOrder,
  remarksOn,
  restNeeded,
  warmestBefore,
  warmthAt,
  type ReadAt,
} from './index.js';
import { nail } from '../../../testing/designs.js';

describe('what a group tries next', () => {
  const order = balancedOrders(3, 2, 2)[1]!;

  it('is the order of its plan from the first trial to the last', () => {
    const done = new Map<number, number>();
    const tried: number[] = [];
    for (;;) {
      const next = nextInOrder(order, (one) => done.get(one) ?? 0);
      if (next === null) break;
      tried.push(next);
      done.set(next, (done.get(next) ?? 0) + 1);
    }
    expect(tried).toEqual(order);
  });

  it('comes back to what was left out when a group goes its own way', () => {
    const [first] = order;
    const own = (first! + 1) % 3;
    const done = (one: number): number => (one === own ? 1 : 0);
    expect(nextInOrder(order, done)).toBe(first);
    // An extra trial takes no other’s place.
    expect(nextInOrder(order, (one) => (one === own ? 5 : 0))).toBe(first);
    expect(nextInOrder(order, () => 2)).toBeNull();
  });
});

describe('rest at the bench', () => {
  const [one] = casesOf({
    base: { experiment: 'straight-magnet', design: nail },
    factor: 'turns',
    levels: [{ id: 'a', value: 80 }],
    series: null,
    measure: 'objects-one-end',
    conditions: {},
    hold: 'nothing',
  });
  const { coil } = one!.trialled!;
  const most = trialOnTime(coil);

  it('is nothing for a cold coil, and what the schedule says after one trial', () => {
    expect(restNeeded([], { coil, on: 3 }, 100)).toBe(0);
    const on = 0.6 * most;
    const warmed = warmthOf(coil, on);
    expect(warmthAt([{ coil, off: 100, on }], 100)).toBeCloseTo(warmed.heats, 9);
    expect(restNeeded([{ coil, off: 100, on }], { coil, on }, 100)).toBeCloseTo(
      restBefore(warmed.heats, warmed),
      6,
    );
  });

  it('runs down second by second, and longer trials need more of it', () => {
    const heated = [0, 40, 80].map((off) => ({ coil, off, on: 0.5 * most }));
    const next = { coil, on: 0.5 * most };
    const rests = [80, 90, 100].map((now) => restNeeded(heated, next, now));
    expect(rests[0]!).toBeGreaterThan(0);
    expect(rests[0]! - rests[1]!).toBeCloseTo(10, 6);
    expect(rests[1]! - rests[2]!).toBeCloseTo(10, 6);
    expect(restNeeded(heated, { coil, on: 0.7 * most }, 80)).toBeGreaterThan(rests[0]!);
  });

  it('is over where the coil is no warmer than it may be before the next trial', () => {
    const on = 0.5 * most;
    const { heats } = warmthOf(coil, on);
    const { touchLimit, lump } = coil;
    const warmest = warmestBefore({ coil, on });
    // From there the trial ends at what may be touched.
    expect(warmest + heats * (touchLimit - lump.ambient)).toBeCloseTo(touchLimit, 9);
    expect(warmestBefore({ coil, on: 0.1 * most })).toBeGreaterThan(warmest);
    expect(warmestBefore({ coil, on: 100 * most })).toBeCloseTo(lump.ambient, 9);
  });

  it('does not depend on the order in which trials arrive, and survives a clock set back', () => {
    const heated = [0, 40, 80].map((off, i) => ({ coil, off, on: 2 + i }));
    expect(warmthAt([...heated].reverse(), 200)).toBeCloseTo(warmthAt(heated, 200), 12);
    expect(warmthAt(heated, 10)).toBeCloseTo(warmthAt(heated, 80), 12);
  });
});

describe('what is said of a reading at once', () => {
  const count = (lifted: number, off = 0): Outcome => ({
    kind: 'count',
    count: lifted,
    off,
    stuck: 0,
  });
  const degrees = (angle: number): Outcome => ({
    kind: 'number',
    value: (angle * Math.PI) / 180,
    typed: `${angle}°`,
  });
  const said = (
    outcome: Outcome,
    earlier: readonly Outcome[],
    change: Partial<ReadAt> = {},
    measure: MeasureId = 'objects-one-end',
  ) =>
    remarksOn({
      measure: measureOf(measure),
      outcome,
      earlier,
      scatter: 0.25,
      traySize: 60,
      repeats: 3,
      ...change,
    });

  it('is nothing of a reading like the others', () => {
    expect(said(count(13), [count(11), count(14)])).toEqual([]);
    // 25 % of scatter: 11 after 14 and 15 is what a class does.
    expect(said(count(11), [count(14), count(15)])).toEqual([]);
  });

  it('asks to count again what is far from the other two, up or down', () => {
    expect(said(count(40), [count(11), count(14)])).toContain('far-from-others');
    expect(said(count(3), [count(11), count(14)])).toContain('far-from-others');
    expect(said(count(40), [count(11)])).toEqual([]);
    // A more careful class is sooner surprised, a careless one later.
    expect(said(count(21), [count(12), count(13)], { scatter: 0.1 })).toContain('far-from-others');
    expect(said(count(21), [count(12), count(13)], { scatter: 0.4 })).toEqual([]);
  });

  it('does not fuss about two clips, nor about nothing where little hangs', () => {
    expect(said(count(3), [count(1), count(1)])).toEqual([]);
    expect(said(count(0), [count(2), count(2)], { scatter: 0.05 })).toEqual([]);
    expect(said(count(0), [count(12), count(13)])).toContain('far-from-others');
  });

  it('takes angles for what they are, tangents', () => {
    const earlier = [degrees(70), degrees(72)];
    expect(said(degrees(80), earlier, { scatter: 0.1 }, 'needle-angle')).toContain(
      'far-from-others',
    );
    expect(said(degrees(10), [degrees(9), degrees(8)], { scatter: 0.1 }, 'needle-angle')).toEqual(
      [],
    );
  });

  it('says that the tray is empty, that something hung on before, and what is extra', () => {
    expect(said(count(60), [])).toEqual(['tray-empty']);
    expect(said(count(12, 2), [])).toEqual(['hung-on-off']);
    expect(said(count(12), [count(11), count(13), count(12)])).toEqual(['extra']);
  });

  it('wonders at the same number three times, not at small ones', () => {
    expect(said(count(12), [count(12), count(12)])).toEqual(['same-thrice']);
    expect(said(count(12), [count(12), count(11), count(12)], { repeats: 9 })).toEqual([]);
    expect(said(count(2), [count(2), count(2)])).toEqual([]);
  });

  it('says nothing of yes, no, and sentences', () => {
    const yes: Outcome = { kind: 'yes-no', yes: true };
    expect(said(yes, [yes, yes], { repeats: 9 }, 'load-yes-no')).toEqual([]);
    const words: Outcome = { kind: 'words', text: 'It hums.' };
    expect(said(words, [words, words], { repeats: 9 }, 'sentence')).toEqual([]);
  });
});

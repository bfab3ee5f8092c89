import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normalFrom, seededRandom } from '../../numerics/index.js';
import {
  COUNT_SPREAD,
  updateClassPosterior,
  predictiveBand,
  PRIOR_BELIEF,
  schoolPosterior,
  truncatedNormal,
  type ClassLesson,
  type ClassReading,
} from './index.js';

const exact = (value: number, group = 0): ClassReading => ({ group, low: value, high: value });

interface Room {
  readonly groups: number;
  readonly seen: number;
  /** What the model says at the middle one of three levels, each twice the one before. */
  readonly predicted: number;
  readonly tray: number;
  /** Share of a trial's variance that its group has in common. */
  readonly shared: number;
  /** 95 % of classes within ×/÷ this. */
  readonly apart: number;
}

/** Classes that count, with trays that run out and groups that differ. */
function classes(room: Room, count: number, seed: number) {
  const random = seededRandom(seed);
  const between = COUNT_SPREAD.scatter * Math.sqrt(room.shared);
  const within = COUNT_SPREAD.scatter * Math.sqrt(1 - room.shared);
  let [inside, near] = [0, 0];
  for (let c = 0; c < count; c++) {
    const factor = (Math.log(room.apart) / 1.959964) * normalFrom(random);
    const groups = Array.from({ length: room.groups }, () => between * normalFrom(random));
    const truth = (group: number): number =>
      Math.exp(factor + groups[group]! + within * normalFrom(random));
    const readings = Array.from({ length: room.seen }, (_, i): ClassReading => {
      const group = i % room.groups;
      const predicted = room.predicted * 2 ** ((Math.floor(i / room.groups) % 3) - 1);
      const read = Math.min(room.tray, Math.round(predicted * truth(group)));
      return {
        group,
        low: read > 0 ? Math.log((read - 0.5) / predicted) : -Infinity,
        high: read >= room.tray ? Infinity : Math.log((read + 0.5) / predicted),
      };
    });
    const { belief } = updateClassPosterior(COUNT_SPREAD, readings, room.groups);
    const band = predictiveBand(belief, room.predicted);
    const next = room.predicted * truth(Math.floor(random() * room.groups));
    if (next > band.low && next < band.high) inside++;
    if (Math.abs(Math.exp(belief.mean - factor) - 1) < 0.2) near++;
  }
  return { inside: inside / count, near: near / count };
}

const usual: Room = { groups: 4, seen: 6, predicted: 20, tray: 60, shared: 0.3, apart: 2.7 };

describe('a class’s own factor', () => {
  // 2000 classes leave a standard error of 0.67 %, so 88–92 % is three of them to either side.
  it.each<[string, Room]>([
    ['before any trial', { ...usual, seen: 0 }],
    ['after six trials', usual],
    ['after six trials of six groups', { ...usual, groups: 6 }],
    ['after six trials of few objects each', { ...usual, predicted: 6, tray: 60 }],
    ['after six trials where trays run out', { ...usual, predicted: 30, tray: 40 }],
    ['after twelve trials, a tray of fifteen', { ...usual, seen: 12, predicted: 6, tray: 15 }],
    ['after a lesson', { ...usual, seen: 24 }],
    ['of groups that differ much', { ...usual, seen: 24, shared: 0.5 }],
  ])('has a band of nine in ten that holds nine in ten: %s', (_, room) => {
    const { inside } = classes(room, 2000, 31);
    expect(inside).toBeGreaterThan(0.88);
    expect(inside).toBeLessThan(0.92);
  });

  it('is known within a fifth after six trials, in nine classes of ten', () => {
    expect(classes(usual, 2000, 32).near).toBeGreaterThan(0.9);
    expect(classes({ ...usual, seen: 0 }, 2000, 33).near).toBeLessThan(0.4);
  });

  it('is the mean of many exact readings of many groups', () => {
    const readings = Array.from({ length: 200 }, (_, i) =>
      exact(0.5 + 0.1 * Math.sin(7 * i), i % 40),
    );
    const mean = readings.reduce((sum, { low }) => sum + low, 0) / readings.length;
    expect(updateClassPosterior(COUNT_SPREAD, readings, 40).own!.mean).toBeCloseTo(mean, 2);
  });

  it('is less sure of twelve trials of one group than of twelve groups', () => {
    const of = (groups: number) =>
      updateClassPosterior(
        COUNT_SPREAD,
        Array.from({ length: 12 }, (_, i) => exact(0.3 + 0.2 * Math.sin(5 * i), i % groups)),
        12,
      );
    expect(of(1).own!.variance).toBeGreaterThan(2 * of(12).own!.variance);
    expect(1 / of(1).belief.strength).toBeGreaterThan(1 / of(12).belief.strength);
  });

  it('is the same in whatever order the readings come', () => {
    const reading = fc.record({
      group: fc.integer({ min: 0, max: 3 }),
      low: fc.double({ min: -2, max: 2, noNaN: true }),
      width: fc.double({ min: 0, max: 2, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(reading, { minLength: 1, maxLength: 12 }), (list) => {
        const readings = list.map(({ group, low, width }) => ({ group, low, high: low + width }));
        const [one, other] = [readings, [...readings].reverse()].map((r) =>
          updateClassPosterior(COUNT_SPREAD, r, 4),
        );
        expect(other!.belief.mean).toBeCloseTo(one!.belief.mean, 4);
        expect(other!.belief.strength / one!.belief.strength).toBeCloseTo(1, 4);
        expect(one!.belief.strength).toBeGreaterThan(0);
        expect(one!.belief.scale).toBeGreaterThan(0);
      }),
      { seed: 7 },
    );
  });

  it('learns nothing from what says nothing', () => {
    const nothing = { group: 0, low: -Infinity, high: Infinity };
    expect(updateClassPosterior(COUNT_SPREAD, [], 3)).toEqual({ belief: PRIOR_BELIEF, own: null });
    expect(updateClassPosterior(COUNT_SPREAD, [nothing], 3).belief).toEqual(PRIOR_BELIEF);
  });
});

describe('a normal between two ends', () => {
  it('has the mean and variance of the half normal', () => {
    // √(2/π) and 1 − 2/π: Johnson, Kotz & Balakrishnan, Continuous Univariate Distributions I, §13.10.
    const half = truncatedNormal(0, Infinity);
    expect(half.mean).toBeCloseTo(Math.sqrt(2 / Math.PI), 12);
    expect(half.variance).toBeCloseTo(1 - 2 / Math.PI, 12);
    expect(truncatedNormal(-Infinity, Infinity)).toEqual({ mean: 0, variance: 1 });
  });

  it('mirrors, and holds far out', () => {
    const [right, left] = [truncatedNormal(1, 3), truncatedNormal(-3, -1)];
    expect(left.mean).toBeCloseTo(-right.mean, 12);
    expect(left.variance).toBeCloseTo(right.variance, 12);
    // Mills’ ratio far out: mean ≈ a + 1/a.
    expect(truncatedNormal(8, Infinity).mean).toBeCloseTo(8 + 1 / 8, 2);
    expect(truncatedNormal(60, Infinity)).toEqual({ mean: 60, variance: 0 });
    // Even where it is narrow: a twelfth of the width squared.
    const narrow = truncatedNormal(0.5, 0.5 + 1e-3);
    expect(narrow.mean).toBeCloseTo(0.5005, 6);
    expect(narrow.variance / (1e-6 / 12)).toBeCloseTo(1, 2);
    expect(truncatedNormal(0.5, 0.5 + 5e-324).mean).toBe(0.5);
  });
});

describe('what a school’s classes have shown', () => {
  const clips = { object: 'clip-small', method: 'dip' };
  const lesson = (mean: number, more: Partial<ClassLesson> = {}): ClassLesson => ({
    ...clips,
    mean,
    variance: 0.01,
    ...more,
  });

  it('is nothing before the first: the factor is one and a class lies where it always did', () => {
    const nothing = schoolPosterior(COUNT_SPREAD, [], clips);
    expect(nothing).toMatchObject({ factor: 1, classes: 0 });
    expect(nothing.classFactor).toBeCloseTo(2.7, 12);
  });

  it('after one class is drawn toward it by what they share, worked by hand', () => {
    const variance = (Math.log(2.7) / 1.959963984540054) ** 2;
    // Three quarters are shared with the same object and method, a quarter is each class's own.
    const pull = (0.75 * variance) / (variance + 0.01);
    const { factor, classFactor } = schoolPosterior(COUNT_SPREAD, [lesson(0.6)], clips);
    expect(Math.log(factor)).toBeCloseTo(pull * 0.6, 12);
    const left = variance - pull * 0.75 * variance;
    expect(Math.log(classFactor)).toBeCloseTo(1.959963984540054 * Math.sqrt(left), 12);
  });

  it('says most of the same object lifted the same way, less of others', () => {
    const far = (next: typeof clips): number =>
      Math.log(schoolPosterior(COUNT_SPREAD, [lesson(0.6), lesson(0.5)], next).factor);
    const same = far(clips);
    const way = far({ ...clips, method: 'gather' });
    const thing = far({ ...clips, object: 'washer' });
    const neither = far({ object: 'washer', method: 'gather' });
    expect(same).toBeGreaterThan(way);
    expect(way).toBeGreaterThan(thing);
    expect(thing).toBeGreaterThan(neither);
    expect(neither).toBeGreaterThan(0);
  });

  it('never lets go of what is each class’s own, and is the surer the more classes there are', () => {
    const after = (n: number) =>
      schoolPosterior(
        COUNT_SPREAD,
        Array.from({ length: n }, () => lesson(0.4)),
        clips,
      );
    const [one, three, many] = [after(1), after(3), after(60)];
    expect(three.classFactor).toBeLessThan(one.classFactor);
    expect(many.high / many.low).toBeLessThan(three.high / three.low);
    expect(Math.log(many.factor)).toBeCloseTo(0.4, 1);
    const own = Math.exp(1.959963984540054 * Math.sqrt(0.25) * (Math.log(2.7) / 1.959963984540054));
    expect(many.classFactor).toBeGreaterThan(own);
  });

  it('foretells the next class of schools that differ as it believes, nine in ten', () => {
    const random = seededRandom(41);
    const sd = Math.log(2.7) / 1.959964;
    let [inside, nearer] = [0, 0];
    const count = 3000;
    for (let s = 0; s < count; s++) {
      const common = sd * Math.sqrt(0.75) * normalFrom(random);
      const own = (): number => common + sd * 0.5 * normalFrom(random);
      const lessons = [0, 1, 2].map(() => lesson(own() + 0.1 * normalFrom(random)));
      const { factor, classFactor } = schoolPosterior(COUNT_SPREAD, lessons, clips);
      const next = own();
      const half = (1.644854 / 1.959964) * Math.log(classFactor);
      if (Math.abs(next - Math.log(factor)) < half) inside++;
      if (Math.abs(next - Math.log(factor)) < Math.abs(next)) nearer++;
    }
    expect(inside / count).toBeGreaterThan(0.88);
    expect(inside / count).toBeLessThan(0.92);
    expect(nearer / count).toBeGreaterThan(0.65);
  });
});

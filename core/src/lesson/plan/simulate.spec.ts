import { describe, expect, it } from 'vitest';
import { measureOf, type MeasureId } from '../measures/index.js';
import { seededRandom } from '../../numerics/index.js';
import { simulateGuess, simulateOutcome } from './index.js';

const random = seededRandom(3);
const room = { classFactor: 1, scatter: 0.3, traySize: 30 };
const exact = { ...room, scatter: 0 };

describe('a simulated class', () => {
  it('never counts more than the tray holds or less than nothing', () => {
    const measure = measureOf('objects-one-end');
    for (let n = 0; n < 300; n++) {
      const outcome = simulateOutcome(measure, 25, room, random);
      expect(outcome.kind === 'count' && outcome.count <= 30 && outcome.count >= 0).toBe(true);
      expect(simulateGuess(measure, 25, room, random)).toBeLessThanOrEqual(30);
    }
  });

  it.each<[MeasureId, string]>([
    ['load-held', 'interval'],
    ['load-yes-no', 'yes-no'],
    ['needle-angle', 'number'],
    ['objects-each-end', 'count'],
    ['each-object', 'objects'],
    ['sentence', 'words'],
  ])('reads %s as it is read at the bench', (id, kind) => {
    const outcome = simulateOutcome(measureOf(id), 0.5, room, random);
    expect(outcome.kind).toBe(kind);
    if (outcome.kind === 'interval') expect(outcome.dropped!).toBeGreaterThan(outcome.held);
    if (outcome.kind === 'count') {
      expect(outcome.parts!.reduce((a, b) => a + b, 0)).toBe(outcome.count);
    }
  });

  it('shares a count between the two ends, the odd one included', () => {
    const outcome = simulateOutcome(measureOf('objects-each-end'), 9, exact, random);
    expect(outcome).toMatchObject({ count: 9, parts: [5, 4] });
  });

  it('reads what the model says times its own factor, to the step of the measure', () => {
    const count = (predicted: number, classFactor: number): unknown =>
      simulateOutcome(measureOf('objects-one-end'), predicted, { ...exact, classFactor }, random);
    expect(count(7.4, 1)).toMatchObject({ count: 7, off: 0 });
    expect(count(7.4, 1.5)).toMatchObject({ count: 11 });
    expect(count(25, 2)).toMatchObject({ count: 30 });
  });

  it('writes a quantity with three digits and its unit', () => {
    const outcome = simulateOutcome(measureOf('flux-density'), 0.0123456, exact, random);
    const typed = outcome.kind === 'number' ? outcome.typed : '';
    expect(typed).toMatch(/^[\d.]+ mT$/);
    expect(typed.replace(/\D/g, '').length).toBeLessThanOrEqual(3);
  });

  it('turns a needle by the factor of the tangent and not of the angle', () => {
    const needle = measureOf('needle-angle');
    const twice = { ...exact, classFactor: 2 };
    const outcome = simulateOutcome(needle, Math.PI / 4, twice, random);
    const angle = outcome.kind === 'number' ? outcome.value : NaN;
    expect(Math.abs(angle - Math.atan(2))).toBeLessThanOrEqual(needle.resolution / 2);
    expect(angle / needle.resolution).toBeCloseTo(Math.round(angle / needle.resolution), 9);
  });

  it.each([
    [0.57, 0.55, 0.6],
    [1.23, 1.2, 1.3],
    [0.3, 0.3, 0.32],
    [0.099, 0.095, 0.1],
  ])('adds weights of 1, 2 or 5: %d kg held gives %d and %d', (truth, held, dropped) => {
    const outcome = simulateOutcome(measureOf('load-held'), truth + 1e-9, exact, random);
    expect(outcome).toMatchObject({ kind: 'interval', held, dropped });
  });

  it('holds a load that is lighter than what the magnet holds', () => {
    const holds = (load: number): unknown =>
      simulateOutcome(measureOf('load-yes-no'), 2, { ...exact, load }, random);
    expect(holds(1.99)).toEqual({ kind: 'yes-no', yes: true });
    expect(holds(2.01)).toEqual({ kind: 'yes-no', yes: false });
  });

  it('has at most two that stay stuck, and never more than were lifted', () => {
    const stuck = Array.from({ length: 400 }, (_, n) => {
      const outcome = simulateOutcome(measureOf('objects-one-end'), n % 4, exact, random);
      if (outcome.kind !== 'count') throw new Error('a count was asked for');
      expect(outcome.stuck!).toBeLessThanOrEqual(outcome.count);
      return outcome.stuck!;
    });
    expect(new Set(stuck)).toEqual(new Set([0, 1, 2]));
  });

  it('guesses right in the middle and off by about a half', () => {
    const logs = Array.from({ length: 4000 }, () =>
      Math.log(simulateGuess(measureOf('load-held'), 3, room, random) / 3),
    );
    const mean = logs.reduce((a, b) => a + b, 0) / logs.length;
    const deviation = Math.sqrt(logs.reduce((a, b) => a + (b - mean) ** 2, 0) / logs.length);
    expect(Math.abs(mean)).toBeLessThan(0.03);
    expect(deviation).toBeGreaterThan(0.47);
    expect(deviation).toBeLessThan(0.53);
  });

  it('guesses whole objects, and one where nothing is lifted', () => {
    const clips = measureOf('objects-one-end');
    const guesses = Array.from({ length: 400 }, () => simulateGuess(clips, 0, room, random));
    expect(guesses.every(Number.isInteger)).toBe(true);
    expect(guesses.sort((a, b) => a - b)[200]).toBe(1);
  });
});

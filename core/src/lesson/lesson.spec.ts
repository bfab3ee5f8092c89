import { describe, expect, it } from 'vitest';
import { PRIOR_BELIEF } from '../calibration/index.js';
import { buildMagnet, evaluateMagnet, type MagnetDesign } from '../magnet/index.js';
import { seededRandom } from '../numerics/index.js';
import { fuseFor } from '../supply/index.js';
import {
  cautionsFor,
  judgePlan,
  probabilityInOrder,
  simulateCount,
  trialOnTime,
  type CautionCode,
} from './index.js';

const plan = { repeats: 3, traySize: 60, scatter: 0.25, belief: PRIOR_BELIEF };

describe('levels', () => {
  // Φ(ln 2 / (0.25 √(2/3))) = Φ(3.3957) = 0.99966, from a table of Φ.
  it('twice apart come out in order nearly always', () => {
    expect(probabilityInOrder(10, 20, 0.25, 3)).toBeCloseTo(0.99966, 4);
  });

  it('with the same prediction come out in order half of the time', () => {
    expect(probabilityInOrder(10, 10, 0.25, 3)).toBeCloseTo(0.5, 6);
    expect(probabilityInOrder(0, 10, 0.25, 3)).toBe(0.5);
  });

  it('that are too close are named, with the repeats that would part them', () => {
    const { indistinct } = judgePlan(
      [
        { value: 40, count: 10 },
        { value: 50, count: 12 },
        { value: 90, count: 30 },
      ],
      plan,
    );
    expect(indistinct).toHaveLength(1);
    expect(indistinct[0]).toMatchObject({ lower: 40, upper: 50 });
    const needed = indistinct[0]!.repeatsNeeded!;
    expect(probabilityInOrder(10, 12, 0.25, needed)).toBeGreaterThanOrEqual(0.9);
    expect(probabilityInOrder(10, 12, 0.25, needed - 1)).toBeLessThan(0.9);
  });

  it('that may empty the tray or lift nothing are named', () => {
    const { overTray, nothing } = judgePlan(
      [
        { value: 5, count: 0.4 },
        { value: 80, count: 50 },
      ],
      plan,
    );
    expect(overTray.map((level) => level.value)).toEqual([80]);
    expect(nothing).toEqual([5]);
  });
});

const design: MagnetDesign = {
  core: { shape: 'rod', length: 0.1, diameter: 0.006, bore: 0, material: 'nail-steel' },
  wire: { conductor: 'copper', diameter: 0.0003, insulation: 'hook-up' },
  winding: {
    turns: 60,
    start: 0.01,
    end: 0.09,
    base: 0,
    neatness: 1.1,
    layerStyle: 'back',
    startAt: 'tip',
    sense: 'clockwise',
    tail: 0.3,
  },
  supply: { chemistry: 'alkaline', size: 'AA', series: 1, parallel: 1, plusTail: 'first' },
  leads: { count: 2, resistanceEach: 0.07 },
  ends: 'one',
  objectMass: 0.0004,
  roomTemperature: 293.15,
};
const codes = (change: Partial<MagnetDesign>): CautionCode[] => {
  const changed = { ...design, ...change };
  return cautionsFor(changed, evaluateMagnet(changed)).map(({ code }) => code);
};

describe('cautions', () => {
  const strong = { ...design.supply, size: 'D', series: 6 } as const;
  const thin = { ...design.wire, insulation: 'enamel-1' } as const;

  it.each<[CautionCode, Partial<MagnetDesign>, Partial<MagnetDesign>]>([
    ['too-hot-for-trial', { supply: strong, wire: thin }, {}],
    [
      'limited-on-time',
      { wire: thin },
      { winding: { ...design.winding, turns: 600 }, wire: { ...thin, diameter: 0.00015 } },
    ],
    [
      'near-short-circuit',
      {
        winding: { ...design.winding, turns: 2, tail: 0.05 },
        leads: { count: 0, resistanceEach: 0 },
        wire: { ...thin, diameter: 0.001 },
      },
      {},
    ],
    ['strip-enamel', { wire: thin }, {}],
    [
      'demonstration-only',
      { supply: { ...design.supply, chemistry: 'lead-acid', size: 'car' } },
      { supply: { ...design.supply, chemistry: 'lithium' } },
    ],
    ['sharp-core', { core: { ...design.core, shape: 'nail' } }, {}],
    ['stiff-wire', { wire: { ...thin, diameter: design.core.diameter } }, {}],
    [
      'opening-kick',
      { winding: { ...design.winding, turns: 400 }, supply: strong },
      {
        winding: { ...design.winding, turns: 400 },
        supply: strong,
        leads: { ...design.leads, diode: true },
      },
    ],
    [
      'hung-load',
      {
        core: { ...design.core, diameter: 0.012 },
        winding: { ...design.winding, turns: 300 },
        supply: strong,
        wire: thin,
      },
      { winding: { ...design.winding, turns: 5 } },
    ],
    ['bench-supply', { supply: { ...design.supply, bench: { voltage: 3, currentLimit: 2 } } }, {}],
    ['cells', {}, { supply: { ...design.supply, bench: { voltage: 3, currentLimit: 2 } } }],
  ])('“%s” shows for a design that needs it and not for one that does not', (code, yes, no) => {
    expect(codes(yes)).toContain(code);
    expect(codes(no)).not.toContain(code);
  });

  it('about wire ends show for every design', () => {
    expect(codes({})).toContain('wire-ends');
  });

  it('name the fuse of a demonstration, a quarter above its current', () => {
    const car = {
      ...design,
      supply: { ...design.supply, chemistry: 'lead-acid', size: 'car' },
    } as const;
    const build = evaluateMagnet(car);
    const { fuse_A: fuse } = cautionsFor(car, build)[0]!;
    expect(fuse).toBeGreaterThanOrEqual(1.25 * build.circuit.current);
    expect(fuse).toBeLessThan(2.6 * build.circuit.current);
    expect(fuseFor(500)).toBeNull();
  });

  it('put a stop before everything else', () => {
    const changed = { ...design, supply: strong, wire: thin };
    expect(cautionsFor(changed, evaluateMagnet(changed))[0]!.severity).toBe('stop');
  });
});

describe('the on-time of a trial', () => {
  it('never exceeds half a minute, however cool the coil', () => {
    expect(trialOnTime({ ...buildMagnet(design), allowedOnTime: Infinity })).toBe(30);
    expect(trialOnTime({ ...buildMagnet(design), allowedOnTime: 7 })).toBe(7);
  });
});

describe('a simulated class', () => {
  it('never counts more than the tray holds or less than nothing', () => {
    const random = seededRandom(3);
    const room = { classFactor: 1.3, scatter: 0.6, traySize: 20 };
    const counts = Array.from({ length: 500 }, () => simulateCount(12, room, random));
    expect(Math.max(...counts)).toBe(20);
    expect(Math.min(...counts)).toBeGreaterThanOrEqual(0);
  });
});

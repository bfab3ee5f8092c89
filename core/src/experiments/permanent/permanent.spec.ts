import { describe, expect, it } from 'vitest';
import { MU_0 } from '../../physics/index.js';
import { EXPERIMENTS } from '../registry/index.js';
import { evaluateMagnet } from '../magnet/index.js';
import { evaluatePermanent, MAGNET_STUFFS, type PermanentMagnet } from './index.js';

const nail = EXPERIMENTS['straight-magnet'].start();
const DISC: PermanentMagnet = {
  stuff: 'neodymium',
  diameter: 0.015,
  length: 0.003,
  knocks: 0,
  wireDiameter: 0.0005,
  current: 3,
  gap: 0.0002,
};
const BAR: PermanentMagnet = { ...DISC, stuff: 'steel', diameter: 0.008, length: 0.08 };
const of = (change: Partial<PermanentMagnet>) => evaluatePermanent({ ...DISC, ...change }, nail);

describe('a permanent magnet', () => {
  // Common practice, no source: the rim current of a disc 3 mm high is 1 500 to 3 000 A.
  it('is a rim current of B_r ÷ μ₀ times its height', () => {
    const { coil } = of({});
    expect(coil.ampereTurns).toBeCloseTo((1.2 / MU_0) * 0.003, 6);
    expect(coil.ampereTurns).toBeGreaterThan(1500);
    expect(coil.ampereTurns).toBeLessThan(3000);
  });

  it('has in the middle of its face half the remanence when it is long', () => {
    const long = of({ diameter: 0.004, length: 0.2 });
    expect(long.faceField / (0.5 * MAGNET_STUFFS.neodymium.remanence_T)).toBeCloseTo(1, 3);
    // On the axis of a disc: (B_r/2) L ÷ √(L² + a²).
    const { faceField } = of({});
    expect(faceField).toBeCloseTo((0.6 * 0.003) / Math.hypot(0.003, 0.0075), 9);
  });

  it('is drawn to a thick plate by B² ÷ 2 μ₀ of its face when it is long and touches', () => {
    const [diameter, length] = [0.004, 0.2];
    const { pull } = of({ diameter, length, gap: 1e-5 });
    const full = (1.2 ** 2 / (2 * MU_0)) * Math.PI * (diameter / 2) ** 2;
    expect(pull / full).toBeGreaterThan(0.93);
    expect(pull / full).toBeLessThan(1);
    expect(of({ gap: 0.002 }).pull).toBeLessThan(0.6 * of({}).pull);
  });

  it('of soft stuff keeps only what its own poles leave it', () => {
    const slender = of({ ...BAR }).magnetisation * MU_0;
    const stubby = of({ ...BAR, length: 0.008 }).magnetisation * MU_0;
    expect(slender).toBeGreaterThan(5 * stubby);
    // A sphere of H_c 3 500 A/m keeps three times that.
    expect(stubby / MU_0).toBeCloseTo(3 * 3500, 6);
    expect(of({ length: 0.008 }).magnetisation).toBe(of({ length: 0.05 }).magnetisation);
  });

  it('forgets by knocks if it is of steel', () => {
    const after = (knocks: number) => of({ ...BAR, knocks });
    expect(after(1).magnetisation / after(0).magnetisation).toBeCloseTo(0.8, 12);
    expect(after(5).clips).toBeLessThan(0.5 * after(0).clips);
    expect(of({ knocks: 20 }).left).toBe(1);
  });

  it('holds a chain of nails, a shorter one the weaker it is', () => {
    expect(of({}).chain).toBeGreaterThanOrEqual(2);
    expect(of({ ...BAR, knocks: 20 }).chain).toBeLessThan(of({}).chain);
  });
});

describe('the coil that equals it', () => {
  it('has as many ampere-turns, and is nothing that can be wound for a strong disc', () => {
    const { coil } = of({});
    expect(coil.turns).toBe(Math.ceil(coil.ampereTurns / 3));
    // Five turns of half a millimetre side by side in three.
    expect(coil.layers).toBe(Math.ceil(coil.turns / 5));
    expect(coil.height).toBeGreaterThan(DISC.diameter);
    expect(coil.resistance).toBeCloseTo(coil.wireLength / 58e6 / ((Math.PI / 4) * 0.0005 ** 2), 6);
    expect(coil.power).toBeCloseTo(9 * coil.resistance, 9);
    // 15 A/mm² warm copper by 25 K in about half a minute, however long the wire.
    expect(coil.onTime).toBeGreaterThan(15);
    expect(coil.onTime).toBeLessThan(40);
  });

  it('takes more wire and less heat with less current', () => {
    const [strong, weak] = [of({ current: 6 }).coil, of({ current: 1 }).coil];
    expect(weak.turns).toBeGreaterThan(5 * strong.turns);
    expect(weak.onTime / strong.onTime).toBeCloseTo(36, 6);
  });
});

describe('the nail that equals it', () => {
  it('lifts as many clips at that current', () => {
    const { clips, nail: equal } = of({ ...BAR, knocks: 3 });
    const bench = { voltage: 100, currentLimit: equal!.current };
    const same = evaluateMagnet({ ...nail, objectMass: 0.4e-3, supply: { ...nail.supply, bench } });
    expect(same.liftedCount / clips).toBeCloseTo(1, 1);
    expect(equal!.ampereTurns).toBeCloseTo(equal!.current * nail.winding.turns, 9);
    expect(equal!.keeps).toBeLessThan(clips);
  });

  it('is not there where no coil on a nail can do it', () => {
    expect(of({ diameter: 0.06, length: 0.06 }).nail).toBeNull();
  });
});

import { describe, expect, it } from 'vitest';
import { CoreError } from '../../errors.js';
import { integrate } from '../../numerics/index.js';
import { earthFieldAt } from './earth.js';
import { dampedSwing, evaluateNeedle, type Needle } from './needle.js';
import { swingingNeedle } from './swinging.js';

const SEWING: Needle = {
  length: 0.04,
  diameter: 0.0008,
  strokes: 30,
  stroking: 'one-way',
  pole: 'north',
  leavesAt: 'point',
  float: { stuff: 'cork', diameter: 0.025, thickness: 0.005 },
  earth: 2e-5,
};
const DEGREE = Math.PI / 180;

describe('the earth’s field at a place', () => {
  // Test values that come with the World Magnetic Model 2025 (NOAA and British Geological Survey):
  // date, altitude km, latitude, longitude; H nT, inclination and declination in degrees.
  it.each([
    [2025.0, 18, 0, 21, 29282.246, -26.06, 1.29],
    [2025.0, 65, 43, 93, 24300.765, 64.1, 0.5],
    [2025.0, 51, -33, 109, 21838.046, -67.5, -5.49],
    [2025.5, 69, 38, -144, 23096.337, 56.97, 12.93],
    [2025.5, 50, -70, -133, 16656.709, -71.94, 57.21],
  ])('is that of WMM2025 in %d at %d km, %d°, %d°', (year, km, latitude, longitude, h, i, d) => {
    const day = new Date(Date.UTC(2025, 0, 1) + (year - 2025) * 365 * 86_400_000);
    const field = earthFieldAt(latitude, longitude, day, km);
    expect(Math.abs(field.horizontal * 1e9 - h)).toBeLessThan(1);
    expect(Math.abs(field.inclination / DEGREE - i)).toBeLessThan(0.006);
    expect(Math.abs(field.declination / DEGREE - d)).toBeLessThan(0.006);
  });

  it('does not end with the model', () => {
    const late = earthFieldAt(50, 10, new Date('2031-06-01'));
    expect(late).toEqual(earthFieldAt(50, 10, new Date('2029-11-12T00:00:00Z')));
  });
});

describe('a stroked needle', () => {
  it('becomes the other pole where the stroking pole leaves it', () => {
    expect(evaluateNeedle(SEWING).northEnd).toBe('eye');
    expect(evaluateNeedle({ ...SEWING, pole: 'south' }).northEnd).toBe('point');
    expect(evaluateNeedle({ ...SEWING, leavesAt: 'eye' }).northEnd).toBe('point');
    expect(evaluateNeedle({ ...SEWING, pole: 'south', leavesAt: 'eye' }).northEnd).toBe('eye');
  });

  it('keeps more with every stroke, and little of strokes to and fro', () => {
    const moments = [0, 1, 5, 20, 50].map(
      (strokes) => evaluateNeedle({ ...SEWING, strokes }).moment,
    );
    expect(moments).toEqual([...moments].sort((a, b) => a - b));
    expect(moments[0]).toBe(0);
    expect(moments[4]! / moments[3]!).toBeLessThan(1.1);
    const { moment } = evaluateNeedle(SEWING);
    expect(evaluateNeedle({ ...SEWING, stroking: 'to-and-fro' }).moment / moment).toBeCloseTo(0.2);
  });

  it('keeps no more than the remanence of its steel', () => {
    const { moment, share } = evaluateNeedle({ ...SEWING, strokes: 200 });
    const volume = (Math.PI / 4) * 0.0008 ** 2 * 0.04;
    expect(share).toBeCloseTo(1, 9);
    expect((moment * 4e-7 * Math.PI) / volume).toBeCloseTo(1, 9);
  });

  it('keeps less the stubbier it is', () => {
    const density = (length: number): number =>
      evaluateNeedle({
        ...SEWING,
        length,
        diameter: 0.003,
        float: { stuff: 'foam', diameter: 0.06, thickness: 0.02 },
      }).moment / length;
    expect(density(0.015)).toBeLessThan(0.5 * density(0.06));
  });

  it('floats as deep as Archimedes says, or sinks', () => {
    const { depth, mass } = evaluateNeedle(SEWING);
    const cork = 240 * (Math.PI / 4) * 0.025 ** 2 * 0.005;
    const steel = mass - cork;
    expect(steel).toBeCloseTo(1.58e-4, 5);
    expect(depth).toBeCloseTo(mass / (998.2 * (Math.PI / 4) * 0.025 ** 2), 12);
    const heavy = { ...SEWING, diameter: 0.004, float: { ...SEWING.float, diameter: 0.01 } };
    expect(() => evaluateNeedle(heavy)).toThrow(CoreError);
  });

  it('swings about once in three seconds and settles in some', () => {
    const { swing, swings } = evaluateNeedle(SEWING);
    expect(swing!.period).toBeGreaterThan(2);
    expect(swing!.period).toBeLessThan(5);
    expect(swing!.settling).toBeGreaterThan(4);
    expect(swing!.settling).toBeLessThan(25);
    expect(swings![0].period).toBeGreaterThan(1.3 * swing!.period);
    expect(swings![1].period).toBeLessThan(swing!.period / 1.3);
  });

  it('does not turn without strokes', () => {
    expect(evaluateNeedle({ ...SEWING, strokes: 0 }).swing).toBeNull();
  });
});

describe('a swing in water', () => {
  it('without water is that of a torsion pendulum', () => {
    const { period, decay, settling } = dampedSwing(3e-8, 0, 2e-7);
    expect(period).toBeCloseTo(2 * Math.PI * Math.sqrt(3e-8 / 2e-7), 9);
    expect(decay).toBeCloseTo(0, 12);
    expect(settling).toBe(Infinity);
  });

  it.each([1e-9, 1e-8, 1e-7, 1e-6])('satisfies its equation with drag %d', (drag) => {
    const { rate, decay } = dampedSwing(3e-8, drag, 2e-7);
    const size = Math.hypot(rate, decay);
    const angle = Math.atan2(rate, -decay);
    const term = (factor: number, power: number): [number, number] => [
      factor * size ** power * Math.cos(power * angle),
      factor * size ** power * Math.sin(power * angle),
    ];
    const [a, b] = [term(3e-8, 2), term(drag, 1.5)];
    expect(Math.abs(a[0] + b[0] + 2e-7)).toBeLessThan(1e-15);
    expect(Math.abs(a[1] + b[1])).toBeLessThan(1e-15);
    expect(rate).toBeGreaterThan(0);
  });

  it('shakes as much water as the boundary layer of a plate under it', () => {
    // Little drag: the torque of the layer on a face, √(ωρμ/2) ∫ r² 2πr dr for each rad/s.
    const [inertia, torque] = [1e-5, 4e-5];
    const radius = 0.0125;
    const omega = Math.sqrt(torque / inertia);
    const layer =
      Math.sqrt((omega * 998.2 * 1.002e-3) / 2) *
      integrate((r) => 2 * Math.PI * r ** 3, 0, radius, 8);
    const drag = Math.sqrt(998.2 * 1.002e-3) * ((Math.PI * radius ** 4) / 2);
    expect(dampedSwing(inertia, drag, torque).decay / (layer / (2 * inertia))).toBeCloseTo(1, 2);
  });

  it('from a right angle takes K(sin 45°)·2/π times as long as a small one', () => {
    const swing = { rate: 2, decay: 0, period: Math.PI, settling: Infinity };
    const quarter = (1.854074677 / 2) * 1;
    const angles = swingingNeedle(swing, Math.PI / 2, quarter / 100, 101);
    expect(angles[0]).toBe(Math.PI / 2);
    expect(angles[100]).toBeCloseTo(0, 6);
  });

  it('of a small angle goes as e^(−λt) cos ωt and a little of its sine', () => {
    const swing = { rate: 2, decay: 0.3, period: Math.PI, settling: 9 };
    const angles = swingingNeedle(swing, 0.01, 0.05, 61);
    const t = 60 * 0.05;
    const expected = 0.01 * Math.exp(-0.3 * t) * (Math.cos(2 * t) + (0.3 / 2) * Math.sin(2 * t));
    expect(angles[60]).toBeCloseTo(expected, 6);
  });
});

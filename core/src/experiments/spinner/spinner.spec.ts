import { describe, expect, it } from 'vitest';
import { sheetField, MU_0 } from '../../physics/index.js';
import { EXPERIMENTS } from '../registry/index.js';
import { integrateGraded } from '../../numerics/index.js';
import { armSums, evaluateSpinner, type Corner, type Spinner } from './index.js';

const START = EXPERIMENTS.spinner.start();
const withMagnets = (change: Partial<Spinner['magnets']>): Spinner => ({
  ...START,
  magnets: { ...START.magnets, ...change },
});

/** Torque for one ampere along an arm in a meridian plane, by the Lorentz force on every piece of it. */
function lorentz({ magnets }: Spinner, arm: readonly Corner[]): number {
  const stack = magnets.count * magnets.thickness;
  const ampereTurns = (magnets.remanence / MU_0) * stack;
  const field = (r: number, z: number) =>
    sheetField(magnets.diameter / 2, stack, ampereTurns, r, z + stack / 2);
  let torque = 0;
  for (let i = 1; i < arm.length; i++) {
    const [p, q] = [arm[i - 1]!, arm[i]!];
    const [dr, dz] = [q.r - p.r, q.z - p.z];
    torque += integrateGraded(
      (s: number) => {
        const r = p.r + s * dr;
        const b = field(r, p.z + s * dz);
        return r * (dz * b.r - dr * b.z);
      },
      0,
      1,
      { n: 16, levels: 24 },
    );
  }
  return Math.abs(torque);
}

describe('a spinner', () => {
  it.each(['frame', 'diamond'] as const)(
    'is turned as the Lorentz force along a %s says, whatever its shape',
    (shape) => {
      for (const endsAt of ['rim', 'can'] as const) {
        const design = { ...START, shape, endsAt };
        const { torque, coil, arm } = evaluateSpinner(design);
        expect(torque / coil.circuit.current / lorentz(design, arm)).toBeCloseTo(1, 6);
      }
    },
  );

  it('turns the way the right hand says, and the other way with cell or magnet turned over', () => {
    // The current runs down and outward through an upward field: clockwise from above.
    expect(evaluateSpinner(START).turns).toBe('clockwise');
    expect(evaluateSpinner({ ...START, cellUp: 'minus' }).turns).toBe('anticlockwise');
    expect(evaluateSpinner(withMagnets({ up: 'south' })).turns).toBe('anticlockwise');
    expect(evaluateSpinner({ ...withMagnets({ up: 'south' }), cellUp: 'minus' }).turns).toBe(
      'clockwise',
    );
  });

  it.each<[string, Spinner]>([
    ['insulated', { ...START, wire: { ...START.wire, insulation: 'enamel-1' } }],
    ['no-torque', { ...START, endsAt: 'under' }],
    ['too-weak', { ...START, press: 0.1 }],
    ['too-weak', withMagnets({ remanence: 0.05 })],
  ])('stays, and says why: %s', (state, design) => {
    const found = evaluateSpinner(design);
    expect(found.state).toBe(state);
    expect(found.motion).toBeNull();
  });

  it('stands on one round cell', () => {
    const on = (change: Partial<Spinner['supply']>): Spinner => ({
      ...START,
      supply: { ...START.supply, ...change },
    });
    expect(() => evaluateSpinner(on({ series: 2 }))).toThrow(
      expect.objectContaining({ code: 'ONE_CELL' }),
    );
    expect(() => evaluateSpinner(on({ size: '9V' }))).toThrow(
      expect.objectContaining({ code: 'CELL_NOT_ROUND' }),
    );
  });

  it('comes to the speed at which torque, rubbing, its own voltage and the air are in balance', () => {
    const { motion, torque, rubs, flux, coil, arm } = evaluateSpinner(START);
    const { thirdMoment } = armSums(START.shape, arm);
    const speed = motion!.limitSpeed;
    const per = flux / (2 * Math.PI);
    const own = (per * per * speed * coil.circuit.current) / coil.source.emf;
    const air = 0.5 * 1.2 * 1.1 * START.wire.diameter * thirdMoment * START.arms * speed ** 2;
    expect(torque - rubs - own - air).toBeCloseTo(0, 14);
    // Tens of turns a second where the ends never bounce: common practice, no source.
    expect(speed / (2 * Math.PI)).toBeGreaterThan(5);
    expect(speed / (2 * Math.PI)).toBeLessThan(60);
  });

  it('has twice the wire in half the resistance with twice the arms', () => {
    const [two, four] = [START, { ...START, arms: 4 }].map(evaluateSpinner);
    expect(four!.coil.wireLength / two!.coil.wireLength).toBeCloseTo(2, 9);
    expect(four!.coil.coilResistance / two!.coil.coilResistance).toBeCloseTo(0.5, 9);
    expect(four!.inertia / two!.inertia).toBeCloseTo(2, 9);
  });
});

describe('the integrals along an arm', () => {
  it('are those of a rod about its end', () => {
    const rod = [
      { r: 0, z: 0 },
      { r: 0.03, z: 0 },
    ];
    const { length, secondMoment, thirdMoment } = armSums('frame', rod);
    expect(length).toBeCloseTo(0.03, 12);
    expect(secondMoment).toBeCloseTo(0.03 ** 3 / 3, 15);
    expect(thirdMoment).toBeCloseTo(0.03 ** 4 / 4, 15);
  });

  it('count the winding of a spiral, which lies at one distance', () => {
    const arm = [
      { r: 0, z: 0.05 },
      { r: 0.01, z: 0.05 },
      { r: 0.01, z: 0 },
      { r: 0.008, z: 0 },
    ];
    const wound = armSums('spiral', arm);
    const plain = armSums('frame', arm);
    const around = Math.hypot(3 * 2 * Math.PI * 0.01, 0.05) - 0.05;
    expect(wound.length - plain.length).toBeCloseTo(around, 12);
    expect(wound.secondMoment - plain.secondMoment).toBeCloseTo(around * 1e-4, 15);
  });
});

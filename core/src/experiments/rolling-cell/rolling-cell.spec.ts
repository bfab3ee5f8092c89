import { describe, expect, it } from 'vitest';
import { MU_0 } from '../../physics/index.js';
import { EXPERIMENTS } from '../registry/index.js';
import { gaussLegendre, integrateOde } from '../../numerics/index.js';
import {
  evaluateRollingCell,
  motionOf,
  trackOfWire,
  wireOfTrack,
  type RollingCell,
} from './index.js';

const START = EXPERIMENTS['rolling-cell'].start();
const withMagnets = (change: Partial<RollingCell['magnets']>): RollingCell => ({
  ...START,
  magnets: { ...START.magnets, ...change },
});
const withTrack = (change: Partial<RollingCell['track']>, design = START): RollingCell => ({
  ...design,
  track: { ...design.track, ...change },
});

/**
 * B_r of a current sheet by Biot and Savart's law alone: even steps round each circle, which converge
 * geometrically for a periodic integrand, and Gauss points along the sheet.
 */
function radialField(radius: number, length: number, ampereTurns: number, r: number, z: number) {
  const { nodes, weights } = gaussLegendre(24);
  const [parts, around] = [60, 128];
  let sum = 0;
  for (let part = 0; part < parts; part++) {
    for (let k = 0; k < nodes.length; k++) {
      const at = ((part + nodes[k]!) / parts) * length;
      let circle = 0;
      for (let j = 0; j < around; j++) {
        const cos = Math.cos((2 * Math.PI * (j + 0.5)) / around);
        const distance2 = r * r + radius * radius - 2 * r * radius * cos + (z - at) ** 2;
        circle += ((z - at) * cos) / distance2 ** 1.5;
      }
      sum += (weights[k]! / parts) * circle * ((2 * Math.PI * radius) / around);
    }
  }
  return (MU_0 / (4 * Math.PI)) * ampereTurns * sum;
}

describe('a rolling cell', () => {
  it('is pushed as the Lorentz force on the rim says, by Biot and Savart’s law', () => {
    const { coil, liveLength, liveTurns, forceLeading } = evaluateRollingCell(START);
    const { diameter, thickness, remanence } = START.magnets;
    const { nodes, weights } = gaussLegendre(12);
    const radius = START.track.bore / 2 + START.wire.diameter / 2;
    const field = (z: number): number =>
      radialField(radius, liveLength, coil.circuit.current * liveTurns, diameter / 2, z);
    const force = nodes.reduce(
      (sum, node, k) => sum + weights[k]! * thickness * field(liveLength + node * thickness),
      0,
    );
    const sheet = (remanence / MU_0) * Math.PI * diameter;
    expect(Math.abs(forceLeading) / (sheet * Math.abs(force))).toBeCloseTo(1, 6);
  });

  it('is pushed alike at both ends, and not at all with its poles alike', () => {
    const { forceLeading, forceFollowing, forcePerAmpere, coil } = evaluateRollingCell(START);
    expect(forceFollowing / forceLeading).toBeCloseTo(1, 9);
    expect(forcePerAmpere * coil.circuit.current).toBeCloseTo(2 * forceLeading, 12);
    const alike = evaluateRollingCell(withMagnets({ facing: 'alike' }));
    expect(alike.state).toBe('poles-alike');
    expect(Math.abs(alike.forceLeading)).toBeCloseTo(forceLeading, 12);
    expect(alike.forceLeading + alike.forceFollowing).toBeCloseTo(0, 12);
  });

  it('turns round with the cell, the poles and the sense of the coil, and twice is not at all', () => {
    const turned: RollingCell = { ...START, leading: 'plus' };
    const other = {
      ...START,
      winding: { ...START.winding, sense: 'anticlockwise' as const },
    };
    for (const design of [turned, other, withMagnets({ outward: 'north' })]) {
      const { state, forceLeading } = evaluateRollingCell(design);
      expect(state).toBe('comes-back');
      expect(forceLeading).toBeLessThan(0);
    }
    const both = { ...turned, winding: other.winding };
    expect(evaluateRollingCell(both).state).toBe('runs');
    expect(evaluateRollingCell(both).forceLeading).toBeCloseTo(
      evaluateRollingCell(START).forceLeading,
      12,
    );
  });

  it('goes where the right hand says', () => {
    // Minus leads: the current leaves the plus at the rear and flows with the travel; clockwise seen
    // from behind, its field points forward inside, and pulls a forward north pole back into the coil.
    const north = withMagnets({ outward: 'north' });
    expect(evaluateRollingCell(north).forceLeading).toBeLessThan(0);
    expect(evaluateRollingCell(withMagnets({ outward: 'south' })).forceLeading).toBeGreaterThan(0);
  });

  it.each<[string, RollingCell]>([
    ['insulated', { ...START, wire: { ...START.wire, insulation: 'enamel-1' } }],
    ['turns-touch', withTrack({ turnGap: 0 })],
    ['rims-too-small', withMagnets({ diameter: 0.0105 })],
    ['steel-washer', { ...START, washer: 'steel' }],
    ['too-wide', withTrack({ bore: 0.02 })],
    ['bend-too-tight', withTrack({ ringRadius: 0.1 })],
    ['too-weak', { ...START, friction: 1.2 }],
    ['too-weak', withTrack({ slope: Math.PI / 3 }, withMagnets({ thickness: 0.0008 }))],
  ])('stays, and says why: %s', (state, design) => {
    const found = evaluateRollingCell(design);
    expect(found.state).toBe(state);
    expect(found.run).toBeNull();
  });

  it('draws no current through covered wire', () => {
    const { coil } = evaluateRollingCell({
      ...START,
      wire: { ...START.wire, insulation: 'hook-up' },
    });
    expect(coil.circuit.current).toBe(0);
    expect(coil.allowedOnTime).toBe(Infinity);
  });

  it.each<[string, RollingCell]>([
    ['TRACK_TOO_NARROW', withTrack({ bore: 0.0115 })],
    ['TRACK_TOO_SHORT', withTrack({ length: 0.05 })],
    ['ONE_CELL', { ...START, supply: { ...START.supply, series: 2 } }],
    ['CELL_NOT_ROUND', { ...START, supply: { ...START.supply, size: '9V' } }],
  ])('cannot be built: %s', (code, design) => {
    expect(() => evaluateRollingCell(design)).toThrow(expect.objectContaining({ code }));
  });

  it('goes round a closed ring until it is warm or weak, and an open one once', () => {
    const radius = 0.3;
    const round = 2 * Math.PI * radius;
    const lapsOf = (length: number) =>
      evaluateRollingCell(withTrack({ ringRadius: radius, length })).run!.laps;
    expect(lapsOf(0.99 * round)).toBeNull();
    expect(evaluateRollingCell(withTrack({ length: round })).run!.laps).toBeNull();
    const { motion, runsUntilWarm, time, laps } = evaluateRollingCell(
      withTrack({ ringRadius: radius, length: round * 1.0001 }),
    ).run!;
    expect(laps!.time).toBeCloseTo(round / motion.limitSpeed, 9);
    // A run of the same coil is nearly one lap, from rest and so a little slower.
    expect(laps!.untilWarm / runsUntilWarm).toBeGreaterThan(0.8);
    expect(laps!.untilWarm / runsUntilWarm).toBeLessThan((1.3 * time) / laps!.time);
    expect(laps!.ofCharge).toBeGreaterThan(laps!.untilWarm);
  });

  it('goes through a ring exactly as narrow as its chord allows', () => {
    const { narrowestRing, trainLength } = evaluateRollingCell(START);
    // By Pythagoras: its corners touch the outer wall where its middle touches the inner one.
    const { bore } = START.track;
    const inner = narrowestRing - bore / 2;
    const corner = Math.hypot(inner + START.magnets.diameter, trainLength / 2);
    expect(corner).toBeCloseTo(inner + bore, 12);
    expect(evaluateRollingCell(withTrack({ ringRadius: 1.01 * narrowestRing })).state).toBe('runs');
  });

  it('needs some 38 m of 18 AWG for a metre of close track a little over an AAA cell', () => {
    // Common practice, no source.
    const close = withTrack(
      { bore: 0.0115, turnGap: 0 },
      { ...START, wire: { ...START.wire, diameter: 0.001024 } },
    );
    expect(wireOfTrack(close, 1)).toBeGreaterThan(36);
    expect(wireOfTrack(close, 1)).toBeLessThan(40);
    expect(trackOfWire(close, wireOfTrack(close, 0.7))).toBeCloseTo(0.7, 12);
  });

  it('has a current of 1 500 to 3 000 A round the rim of a disc of 3 mm', () => {
    // Common practice, no source.
    for (const remanence of [0.65, 1, 1.25]) {
      const { rimCurrent } = evaluateRollingCell(withMagnets({ remanence }));
      expect(rimCurrent).toBeGreaterThan(1500);
      expect(rimCurrent).toBeLessThan(3000);
      expect(rimCurrent).toBeCloseTo((remanence * 0.003) / MU_0, 6);
    }
  });

  it('keeps the current and loses the way round where it runs faster', () => {
    const { run, coil } = evaluateRollingCell(START);
    expect(run!.meanCurrent).toBeLessThan(coil.circuit.current);
    expect(run!.distance).toBeCloseTo(0.5 - 0.0515, 9);
    expect(run!.runsUntilWarm * run!.time).toBeLessThanOrEqual(1.05 * coil.cells!.onTime);
    const down = evaluateRollingCell(withTrack({ slope: -0.2 }));
    expect(down.run!.time).toBeLessThan(run!.time);
  });
});

describe('the motion on the track', () => {
  it.each([
    [0.0166, 0.13, 0.005, 0.28],
    [0.0166, 0.13, 0.1, 0],
    [0.0166, 0.13, 0, 0.3],
    [0.0166, 0.13, 1e-4, 1e-9],
  ])('is the differential equation’s, %s kg, %s N, %s, %s', (mass, push, b, q) => {
    const drive = { mass, push, perSpeed: b, perSpeedSquared: q };
    const motion = motionOf(drive);
    const time = motion.timeOf(0.45);
    const speed = motion.speedAt(time);
    const { y } = integrateOde(
      (_t, [, v = 0]) => [v, (push - b * v - q * v * v) / mass],
      [0, 0],
      0,
      time,
      { relativeTolerance: 1e-12, scale: [1e-3, 1e-3] },
    );
    expect(motion.wayAt(time)).toBeCloseTo(0.45, 12);
    expect(motion.timeOf(0)).toBe(0);
    expect(y[0]).toBeCloseTo(0.45, 8);
    expect(y[1]).toBeCloseTo(speed, 8);
  });

  it('is free fall without drag', () => {
    const free = { mass: 2, push: 4, perSpeed: 0, perSpeedSquared: 0 };
    expect(motionOf(free).timeOf(9)).toBe(3);
    expect(motionOf(free).speedAt(3)).toBe(6);
    expect(motionOf(free).wayAt(3)).toBe(9);
  });

  it('comes to the speed at which nothing is left to push', () => {
    const drive = { mass: 0.02, push: 0.1, perSpeed: 0.05, perSpeedSquared: 0.2 };
    const { limitSpeed, timeConstant, speedAt, timeOf } = motionOf(drive);
    const speed = speedAt(timeOf(5));
    expect(0.05 * limitSpeed + 0.2 * limitSpeed ** 2).toBeCloseTo(0.1, 12);
    expect(speed).toBeCloseTo(limitSpeed, 9);
    expect(timeConstant).toBeCloseTo(0.02 / Math.hypot(0.05, Math.sqrt(0.08)), 12);
  });
});

import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { layWinding, turnsFromLength, type WindingSpec } from './index.js';

const spec: WindingSpec = {
  turns: 100,
  start: 0.01,
  end: 0.07,
  innerRadius: 0.004,
  turnWidth: 0.0005,
  neatness: 1.1,
  layerStyle: 'back',
  startAt: 'tip',
  tail: 0.15,
};

describe('a winding', () => {
  it('needs π times the mean diameter a turn, worked by hand for one layer', () => {
    const { coilLength, wireLength } = layWinding({ ...spec, turns: 10, neatness: 1 });
    // One turn: √((2π · 4.25 mm)² + 0.5²) = 26.708 mm.
    expect(coilLength).toBeCloseTo(0.26708, 5);
    expect(wireLength).toBeCloseTo(0.26708 + 0.3, 5);
  });

  it('keeps every turn, however the layers fall', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 900 }),
        fc.constantFrom('back', 'restart'),
        (turns, layerStyle) => {
          const { layers, turnsPerLayer } = layWinding({ ...spec, turns, layerStyle });
          expect(layers.reduce((sum, layer) => sum + layer.turns, 0)).toBe(turns);
          layers.slice(0, -1).forEach((layer) => expect(layer.turns).toBe(turnsPerLayer));
        },
      ),
    );
  });

  it('lies inside its window in every layer', () => {
    const { layers } = layWinding({ ...spec, turns: 350 });
    for (const { from, to } of layers) {
      expect(Math.min(from, to)).toBeGreaterThanOrEqual(spec.start);
      expect(Math.max(from, to)).toBeLessThanOrEqual(spec.end);
    }
  });

  it('goes back and forth when wound back, and always the same way when restarted', () => {
    const sense = (layerStyle: 'back' | 'restart'): number[] =>
      layWinding({ ...spec, turns: 300, layerStyle }).layers.map(({ from, to }) =>
        Math.sign(to - from),
      );
    expect(sense('back')).toEqual([-1, 1, -1]);
    expect(sense('restart')).toEqual([-1, -1, -1]);
  });

  it('needs one coil length more wire for each restarted layer', () => {
    const back = layWinding({ ...spec, turns: 300 });
    const restart = layWinding({ ...spec, turns: 300, layerStyle: 'restart' });
    const coil = (back.turnsPerLayer - 1) * back.pitch;
    expect(restart.wireLength - back.wireLength).toBeCloseTo(2 * coil, 9);
  });

  // Worked by hand: spheres or wires of diameter d in one another's grooves lie √3/2 d apart.
  it('is lower when each layer lies in the grooves of the last', () => {
    const square = layWinding({ ...spec, turns: 300 });
    const nested = layWinding({ ...spec, turns: 300, stacking: 'nested' });
    expect(square.layers).toHaveLength(3);
    expect(square.outerRadius - nested.outerRadius).toBeCloseTo(0.001 * (1 - Math.sqrt(3) / 2), 9);
  });

  it('follows a thread that is wider than its wire, and no finer one', () => {
    expect(layWinding({ ...spec, threadPitch: 0.00125 }).pitch).toBe(0.00125);
    expect(layWinding({ ...spec, threadPitch: 0.0004 }).pitch).toBeCloseTo(0.00055, 9);
  });

  it('of flat strip is low and wide', () => {
    const { layers, outerRadius } = layWinding({
      ...spec,
      turns: 12,
      turnWidth: 0.005,
      layerHeight: 0.0003,
    });
    expect(layers).toHaveLength(2);
    expect(outerRadius).toBeCloseTo(spec.innerRadius + 0.0006, 9);
  });

  it('begins at the end that was asked for', () => {
    const tip = layWinding({ ...spec, turns: 5 }).layers[0]!;
    const rear = layWinding({ ...spec, turns: 5, startAt: 'rear' }).layers[0]!;
    expect(tip.from).toBeGreaterThan(0.069);
    expect(rear.from).toBeCloseTo(spec.start + spec.turnWidth / 2, 9);
  });

  it('gives back the turns from its own wire length', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 700 }), (turns) => {
        const { wireLength } = layWinding({ ...spec, turns });
        expect(turnsFromLength(spec, wireLength + 1e-9)).toBe(turns);
        expect(turnsFromLength(spec, wireLength - 1e-6)).toBe(turns - 1);
      }),
    );
  });

  it.each([
    [{ end: 0.01 }, 'WINDING_OUTSIDE_CORE'],
    [{ end: 0.0103 }, 'WINDING_TOO_SHORT'],
    [{ turns: 100_000 }, 'WINDING_TOO_HIGH'],
  ])('refuses what cannot be wound: %j', (change, code) => {
    expect(() => layWinding({ ...spec, ...change })).toThrow(expect.objectContaining({ code }));
  });
});

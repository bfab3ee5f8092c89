import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CoreError } from '../errors.js';
import { buildMagnet, evaluateMagnet, findLimit, type MagnetDesign } from './index.js';

const nail: MagnetDesign = {
  core: { shape: 'nail', length: 0.1, diameter: 0.005, bore: 0, material: 'nail-steel' },
  wire: { conductor: 'copper', diameter: 0.0005, insulation: 'enamel-1' },
  winding: {
    turns: 60,
    start: 0.03,
    end: 0.09,
    base: 0,
    neatness: 1.1,
    layerStyle: 'back',
    startAt: 'tip',
    tail: 0.15,
  },
  supply: { chemistry: 'alkaline', size: 'D', series: 1, parallel: 1 },
  leads: { count: 2, resistanceEach: 0.07 },
  objectMass: 0.0004,
  roomTemperature: 293.15,
};
const withTurns = (turns: number): MagnetDesign => ({
  ...nail,
  winding: { ...nail.winding, turns },
});

describe('a magnet', () => {
  it('has the current of its battery, leads and wire, worked by hand', () => {
    const e = buildMagnet(nail);
    // 60 turns on 5.544 mm: 60 √((π·5.544)² + 0.598²) mm = 1.0456 m, with tails 1.3456 m of 0.5 mm
    // copper at 0.08781 Ω/m: 0.1182 Ω; 1.58 V over 0.12 + 0.14 + 0.1182 Ω.
    expect(e.winding.wireLength).toBeCloseTo(1.3456, 3);
    expect(e.coilResistance).toBeCloseTo(0.1182, 3);
    expect(e.circuit.current).toBeCloseTo(1.58 / 0.3782, 2);
  });

  it('lifts more with more turns, but ever less so', () => {
    const counts = [10, 20, 40, 80].map((n) => evaluateMagnet(withTurns(n)).liftedCount);
    for (let i = 1; i < counts.length; i++) expect(counts[i]!).toBeGreaterThan(counts[i - 1]!);
    expect(counts[3]! / counts[2]!).toBeLessThan(counts[1]! / counts[0]!);
  });

  it('lifts twice as many objects of half the mass', () => {
    const light = evaluateMagnet({ ...nail, objectMass: 0.0002 });
    expect(light.liftedCount).toBeCloseTo(2 * evaluateMagnet(nail).liftedCount, 6);
  });

  it('lifts hardly anything without a magnetic core', () => {
    const brass = evaluateMagnet({ ...nail, core: { ...nail.core, material: 'brass' } });
    expect(brass.liftedCount).toBeLessThan(evaluateMagnet(nail).liftedCount / 50);
  });

  it('gets warm sooner with more cells', () => {
    const two = buildMagnet({ ...nail, supply: { ...nail.supply, series: 2 } });
    expect(two.allowedOnTime).toBeLessThan(buildMagnet(nail).allowedOnTime);
  });

  it('can stay on for ever when it stays cool', () => {
    const cool = buildMagnet({
      ...nail,
      wire: { ...nail.wire, diameter: 0.0002 },
      winding: { ...nail.winding, turns: 1500 },
      supply: { ...nail.supply, size: 'AAA' },
    });
    expect(cool.allowedOnTime).toBe(Infinity);
    expect(cool.steadyTemperature).toBeLessThan(45);
  });

  it.each<[string, Partial<MagnetDesign>]>([
    ['QUANTITY_OUT_OF_RANGE', { core: { ...nail.core, length: NaN } }],
    ['QUANTITY_OUT_OF_RANGE', { wire: { ...nail.wire, diameter: -0.0005 } }],
    ['QUANTITY_OUT_OF_RANGE', { objectMass: 0 }],
    ['CORE_IMPOSSIBLE', { core: { ...nail.core, shape: 'pipe', bore: 0.006 } }],
    [
      'CORE_IMPOSSIBLE',
      { core: { ...nail.core, shape: 'bolt', head: { diameter: 0.004, height: 0.003 } } },
    ],
    ['WINDING_OUTSIDE_CORE', { winding: { ...nail.winding, end: 0.12 } }],
    ['BARE_WIRE_TOUCHES', { wire: { ...nail.wire, insulation: 'bare' } }],
    ['CELL_UNKNOWN', { supply: { ...nail.supply, chemistry: 'nimh', size: '9V' } }],
  ])('that cannot be is refused with %s', (code, change) => {
    expect(() => evaluateMagnet({ ...nail, ...change })).toThrow(expect.objectContaining({ code }));
  });
});

/** Any straight core that a form allows, wound anywhere on it. */
const anyDesign: fc.Arbitrary<MagnetDesign> = fc
  .record({
    length: fc.double({ min: 0.02, max: 0.3, noNaN: true }),
    diameter: fc.double({ min: 0.002, max: 0.03, noNaN: true }),
    shape: fc.constantFrom('nail' as const, 'bolt' as const, 'rod' as const, 'pipe' as const),
    material: fc.constantFrom(
      'soft-iron' as const,
      'nail-steel' as const,
      'tool-steel' as const,
      'brass' as const,
    ),
    wire: fc.double({ min: 0.0002, max: 0.0012, noNaN: true }),
    turns: fc.integer({ min: 1, max: 400 }),
    start: fc.double({ min: 0, max: 0.4, noNaN: true }),
    end: fc.double({ min: 0.6, max: 1, noNaN: true }),
    series: fc.integer({ min: 1, max: 4 }),
  })
  .map(({ length, diameter, shape, material, wire, turns, start, end, series }) => ({
    ...nail,
    core: {
      shape,
      length,
      diameter,
      bore: shape === 'pipe' ? diameter * 0.7 : 0,
      ...(shape === 'bolt' && { head: { diameter: diameter * 1.6, height: diameter * 0.6 } }),
      material,
    },
    wire: { ...nail.wire, diameter: wire },
    winding: { ...nail.winding, turns, start: start * length, end: end * length },
    supply: { ...nail.supply, series },
  }));

describe('any magnet', () => {
  it('has finite numbers and a converged core, or a reason', () => {
    fc.assert(
      fc.property(anyDesign, (design) => {
        try {
          const e = evaluateMagnet(design);
          expect(e.core.status).toBe('converged');
          for (const value of [
            e.circuit.current,
            e.faceFluxDensity,
            e.liftedMass,
            e.winding.wireLength,
          ]) {
            expect(Number.isFinite(value)).toBe(true);
          }
          expect(e.liftedMass).toBeGreaterThanOrEqual(0);
        } catch (error) {
          if (!(error instanceof CoreError)) throw error;
          expect(['WINDING_TOO_HIGH', 'WINDING_TOO_SHORT']).toContain(error.code);
        }
      }),
      { numRuns: 300, seed: 11 },
    );
  });
});

describe('what limits it', () => {
  const limitOf = (design: MagnetDesign) => findLimit(design, evaluateMagnet(design));

  it('is the material of a brass core', () => {
    expect(limitOf({ ...nail, core: { ...nail.core, material: 'brass' } }).kind).toBe('material');
  });

  it('is heat when a trial cannot be finished', () => {
    expect(limitOf({ ...nail, supply: { ...nail.supply, series: 4 } }).kind).toBe('heat');
  });

  it('is the leads when they take most, and better ones help', () => {
    const limit = limitOf({ ...nail, leads: { count: 4, resistanceEach: 0.2 } });
    expect(limit.kind).toBe('leads');
    expect(limit.leadShare).toBeGreaterThan(0.6);
    expect(limit.gain).toBeGreaterThan(1.2);
  });

  it('is the battery when it is weak, and a second pack lifts what it says', () => {
    const weak: MagnetDesign = {
      ...nail,
      supply: { ...nail.supply, chemistry: 'zinc-carbon', size: 'AA' },
      leads: { count: 0, resistanceEach: 0 },
    };
    const limit = limitOf(weak);
    expect(limit.kind).toBe('battery');
    const two = evaluateMagnet({ ...weak, supply: { ...weak.supply, parallel: 2 } });
    expect(two.liftedMass / evaluateMagnet(weak).liftedMass).toBeCloseTo(limit.gain, 9);
  });

  it('is saturation in a thin core with very many ampere-turns', () => {
    const limit = limitOf({
      ...nail,
      core: { ...nail.core, diameter: 0.002 },
      winding: { ...nail.winding, start: 0.002, end: 0.098, turns: 1200 },
      supply: { chemistry: 'nimh', size: 'D', series: 6, parallel: 2 },
    });
    expect(limit.kind).toBe('saturation');
    expect(limit.fieldElasticity).toBeLessThan(0.6);
  });

  it('shares the voltage out completely', () => {
    const { cellShare, leadShare, coilShare } = limitOf(nail);
    expect(cellShare + leadShare + coilShare).toBeCloseTo(1, 12);
  });
});

import { maxAmpereTurns, polesOf, solverMemory } from '../../physics/index.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CoreError } from '../../errors.js';
import {
  bestChanges,
  buildMagnet,
  evaluateMagnet,
  findLimit,
  loadHeld,
  residualAfter,
  sweepDesign,
  type MagnetDesign,
} from './index.js';
import { nail } from '../../../testing/designs.js';

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

  it('wound evenly lifts twice as much with both ends as with one', () => {
    const even = {
      ...nail,
      core: { ...nail.core, shape: 'rod' },
      winding: { ...nail.winding, start: 0.01, end: 0.09, turns: 133 },
    } as const;
    const one = evaluateMagnet(even);
    const both = evaluateMagnet({ ...even, ends: 'both' });
    expect(both.winding.turnsPerLayer).toBe(133);
    expect(both.liftedMass / one.liftedMass).toBeGreaterThan(1.9);
    expect(both.liftedMass / one.liftedMass).toBeLessThan(2.1);
    expect(one.rearHeap).toBeNull();
  });

  it('lifts more at the end near which it is wound', () => {
    const both = evaluateMagnet({ ...nail, ends: 'both' });
    expect(both.heap.mass).toBeGreaterThan(both.rearHeap!.mass);
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

describe('the digits of a magnet', () => {
  const digits = (design: MagnetDesign): string => {
    const evaluation = evaluateMagnet(design);
    const held = loadHeld(design, evaluation, 1e-4);
    return [evaluation.liftedMass, evaluation.faceFluxDensity, held.force, held.mass].join();
  };

  it('are the same whatever was evaluated before', () => {
    const alone = digits(withTurns(60));
    for (const before of [20, 58, 62, 120]) {
      digits(withTurns(before));
      expect(digits(withTurns(60))).toBe(alone);
    }
  });

  it('are so within the tolerance with a memory, which begins where the last one ended', () => {
    const memory = solverMemory();
    evaluateMagnet(withTurns(58), memory);
    const after = evaluateMagnet(withTurns(60), memory);
    const alone = evaluateMagnet(withTurns(60));
    expect(after.liftedMass / alone.liftedMass).toBeCloseTo(1, 5);
    expect(alone.core.iterations).toBeGreaterThan(0);
    expect(evaluateMagnet(withTurns(60), memory).core.iterations).toBe(0);
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
    expect(two.liftedMass / evaluateMagnet(weak).liftedMass).toBeCloseTo(limit.gain, 6);
  });

  it('is saturation in a thin core with very many ampere-turns', () => {
    const limit = limitOf({
      ...nail,
      core: { ...nail.core, diameter: 0.002 },
      winding: { ...nail.winding, start: 0.002, end: 0.098, turns: 1200 },
      supply: { ...nail.supply, chemistry: 'nimh', series: 6, parallel: 2 },
    });
    expect(limit.kind).toBe('saturation');
    expect(limit.fieldElasticity).toBeLessThan(0.6);
  });

  it('shares the voltage out completely', () => {
    const { cellShare, leadShare, coilShare } = limitOf(nail);
    expect(cellShare + leadShare + coilShare).toBeCloseTo(1, 12);
  });
});

describe('poles', () => {
  // The right-hand rule, any textbook: current anticlockwise as seen facing an end makes it N.
  it('follow the right-hand rule and change with sense and battery', () => {
    expect(polesOf('anticlockwise', 'first')).toEqual({ tip: 'N', rear: 'S' });
    expect(polesOf('clockwise', 'first').tip).toBe('S');
    expect(polesOf('anticlockwise', 'last').tip).toBe('S');
    expect(polesOf('clockwise', 'last').tip).toBe('N');
  });
});

describe('what stays after switching off', () => {
  const keptBy = (material: MagnetDesign['core']['material']) => {
    const design = { ...nail, core: { ...nail.core, material } };
    return residualAfter(design, evaluateMagnet(design));
  };

  it('is more in hard steel than in soft iron, and nothing in brass', () => {
    expect(keptBy('tool-steel').heldCount).toBeGreaterThan(keptBy('nail-steel').heldCount);
    expect(keptBy('nail-steel').heldCount).toBeGreaterThan(keptBy('soft-iron').heldCount);
    expect(keptBy('brass').heldCount).toBe(0);
  });

  it('is shaken to six tenths by a knock, and the heap to a little less than that', () => {
    // Far from a pole a heap grows as its 6/5 power, close to a face and as a film faster.
    const { heldCount, afterKnock } = keptBy('tool-steel');
    expect(afterKnock / heldCount).toBeGreaterThan(0.6 ** 2.5);
    expect(afterKnock / heldCount).toBeLessThan(0.6);
  });

  it('is never more than the current had made', () => {
    for (const turns of [1, 5, 60]) {
      const design = {
        ...withTurns(turns),
        core: { ...nail.core, material: 'tool-steel' },
      } as const;
      const evaluation = evaluateMagnet(design);
      expect(residualAfter(design, evaluation).fluxDensity).toBeLessThanOrEqual(
        evaluation.peakFluxDensity * 1.0001,
      );
    }
  });

  // H_c/N worked by hand: a rod 20 times as long as wide has N near 0.0055, so 400 A/m keeps about
  // 73 kA/m, 0.09 T; partly wound, N of the section magnetised most is higher.
  it('is a few hundredths of a tesla in a bought nail', () => {
    expect(keptBy('nail-steel').fluxDensity).toBeGreaterThan(0.02);
    expect(keptBy('nail-steel').fluxDensity).toBeLessThan(0.12);
  });
});

describe('changes that help', () => {
  const evaluation = evaluateMagnet(nail);
  const changes = bestChanges(nail, evaluation);

  it('come best first and lift what they say', () => {
    expect(changes.length).toBeGreaterThan(2);
    changes.forEach((change, i) => {
      if (i > 0) expect(change.gain).toBeLessThanOrEqual(changes[i - 1]!.gain);
      const lifted = evaluateMagnet(change.design).liftedMass;
      expect(lifted / evaluation.liftedMass).toBeCloseTo(change.gain, 6);
    });
  });

  it('begin with steel where nothing magnetic is inside the coil', () => {
    for (const material of ['brass', 'plastic'] as const) {
      const bare = { ...nail, core: { ...nail.core, material } };
      const [first] = bestChanges(bare, evaluateMagnet(bare));
      expect(first!.kind).toBe('softer-core');
      expect(first!.gain).toBeGreaterThan(100);
    }
  });

  it('never propose what would be too hot for a trial', () => {
    for (const change of changes) expect(change.onTime).toBeGreaterThanOrEqual(5);
    const hot = { ...nail, supply: { ...nail.supply, series: 2 } };
    for (const { design } of bestChanges(hot, evaluateMagnet(hot))) {
      expect(buildMagnet(design).allowedOnTime).toBeGreaterThanOrEqual(5);
    }
  });

  it('name their price', () => {
    const more = changes.find(({ kind }) => kind === 'more-turns')!;
    expect(more.wire).toBeGreaterThan(0.2);
    expect(changes.find(({ kind }) => kind === 'second-pack')!.cells).toBe(1);
  });
});

describe('the yardstick', () => {
  it('is not passed by any number of turns in the same space', () => {
    const yardstick = maxAmpereTurns(buildMagnet(nail));
    // Wire that fills the space of these turns: diameter falls as the root of their number.
    for (const scale of [0.5, 0.8, 1, 1.3, 2, 3]) {
      const design = {
        ...nail,
        winding: { ...nail.winding, turns: Math.round(60 * scale), tail: 0 },
        wire: { ...nail.wire, diameter: 0.0005 / Math.sqrt(scale) },
      };
      expect(buildMagnet(design).ampereTurns).toBeLessThan(yardstick * 1.15);
    }
  });

  it('is reached when the coil matches the source', () => {
    const build = buildMagnet(nail);
    const turns = 60;
    const k = build.coilResistance / turns ** 2;
    const matched = Math.sqrt((build.source.resistance + build.leadResistance) / k);
    const current = build.source.emf / (2 * (build.source.resistance + build.leadResistance));
    expect(maxAmpereTurns(build)).toBeCloseTo(matched * current, 9);
  });
});

describe('a sweep', () => {
  it('passes through the present value’s neighbourhood and marks what is too hot or has no room', () => {
    const series = sweepDesign(nail, 'series');
    expect(series[0]!.count).toBeCloseTo(evaluateMagnet(nail).liftedCount, 6);
    expect(series[0]!.danger).toBeNull();
    expect(series.at(-1)!.danger).toBe('heat');
    const wire = sweepDesign(
      { ...nail, winding: { ...nail.winding, start: 0.0885, end: 0.09 } },
      'wire',
    );
    const full = sweepDesign(
      {
        ...nail,
        core: { ...nail.core, diameter: 0.004 },
        wire: { ...nail.wire, diameter: 0.0008 },
        winding: { ...nail.winding, turns: 120, start: 0.005 },
      },
      'diameter',
    );
    expect(full[0]!.danger).toBe('saturation');
    expect(full.at(-1)!.danger).toBeNull();
    expect(wire.some(({ danger, count }) => danger === 'room' && count === null)).toBe(true);
  });

  it('rises with turns where the winding lies near the tip', () => {
    const counts = sweepDesign(nail, 'turns').map(({ count }) => count!);
    expect(counts.at(-1)!).toBeGreaterThan(counts[0]!);
  });
});

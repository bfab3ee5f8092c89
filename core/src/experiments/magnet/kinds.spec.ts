import { maxAmpereTurns } from '../../physics/index.js';
import { describe, expect, it } from 'vitest';
import {
  buildMagnet,
  evaluateMagnet,
  findLimit,
  loadAgainstCells,
  loadHeld,
  turnOffOf,
  type MagnetDesign,
} from './index.js';
import { bolt } from '../../../testing/designs.js';

const withCore = (core: Partial<MagnetDesign['core']>): MagnetDesign => ({
  ...bolt,
  core: { ...bolt.core, ...core },
});
const withWire = (wire: Partial<MagnetDesign['wire']>): MagnetDesign => ({
  ...bolt,
  wire: { ...bolt.wire, ...wire },
});
const withWinding = (winding: Partial<MagnetDesign['winding']>): MagnetDesign => ({
  ...bolt,
  winding: { ...bolt.winding, ...winding },
});
const withSupply = (supply: Partial<MagnetDesign['supply']>): MagnetDesign => ({
  ...bolt,
  supply: { ...bolt.supply, ...supply },
});

describe('a plate under the pole', () => {
  const plate = { width: 0.03, thickness: 0.008, gap: 1e-4 };
  const holding = (tilt: number, gap = plate.gap): number => {
    const design = { ...bolt, plate: { ...plate, gap, tilt } };
    return loadHeld(design, evaluateMagnet(design)).force;
  };

  it('holds less when it is tilted, but more than across the widest gap everywhere', () => {
    const [flat, tilted, wide] = [holding(0), holding(2e-4), holding(0, 3e-4)];
    expect(tilted).toBeLessThan(flat);
    expect(tilted).toBeGreaterThan(wide);
    expect(holding(1e-9) / flat).toBeCloseTo(1, 4);
  });

  it('is let go step by step as cells are taken away, within a band', () => {
    const steps = loadAgainstCells({ ...bolt, plate }, 4);
    expect(steps.map(({ cells }) => cells)).toEqual([4, 3, 2, 1]);
    steps.forEach(({ low, load, high }) => {
      expect(low).toBeLessThan(load);
      expect(high).toBeGreaterThan(load);
    });
    steps.slice(1).forEach((step, k) => expect(step.load).toBeLessThan(steps[k]!.load));
    // Packs in parallel go one pack at a time, never a cell out of each.
    const packs = { ...bolt, plate, supply: { ...bolt.supply, series: 2, parallel: 3 } };
    const byPack = loadAgainstCells(packs, 2);
    expect(byPack.map(({ cells }) => cells)).toEqual([6, 4, 2]);
    const twoPacks = { ...packs, supply: { ...packs.supply, parallel: 2 } };
    expect(byPack[1]!.load).toBeCloseTo(loadHeld(twoPacks, evaluateMagnet(twoPacks)).mass, 9);
    const bench = { voltage: 3, currentLimit: 2 };
    expect(loadAgainstCells({ ...bolt, plate, supply: { ...bolt.supply, bench } }, 6)).toHaveLength(
      1,
    );
  });
});

describe('shapes of core', () => {
  // ISO 724: the pitch diameter of M8 × 1.25 is 7.188 mm, 0.81 of the nominal section.
  it('count a thread at its pitch diameter', () => {
    const smooth = evaluateMagnet(bolt);
    const threaded = evaluateMagnet(withCore({ thread: 0.00125 }));
    const area = (e: typeof smooth) => e.core.prepared.core.area.at(-1)!;
    expect(area(threaded) / area(smooth)).toBeCloseTo((7.188 / 8) ** 2, 3);
    expect(threaded.wireLength).toBeCloseTo(smooth.wireLength, 9);
  });

  it('lift from the head when it is turned round, its rim wider than the shank', () => {
    const head = evaluateMagnet(withCore({ headAt: 'tip' }));
    expect(head.heap.centre).toBeGreaterThan(0.06);
    expect(head.liftedMass).not.toBeCloseTo(evaluateMagnet(bolt).liftedMass, 4);
    // The same flux over a wider face is thinner.
    expect(head.faceFluxDensity).toBeLessThan(evaluateMagnet(bolt).faceFluxDensity);
  });

  it('wind a strip by its girth and magnetise it by its section', () => {
    const strip = evaluateMagnet(
      withCore({ shape: 'strip', head: undefined, strip: { width: 0.012, thickness: 0.002 } }),
    );
    // Worked by hand: girth 28 mm, so the first layer lies at r = 28/2π + 0.272 mm.
    expect(strip.winding.layers[0]!.radius).toBeCloseTo(0.028 / (2 * Math.PI) + 0.000272, 6);
    expect(strip.core.prepared.core.area[0]!).toBeCloseTo(24e-6, 9);
  });

  it('are compared with none at all', () => {
    const air = evaluateMagnet(withCore({ shape: 'none', head: undefined }));
    expect(air.liftedMass).toBeLessThan(evaluateMagnet(bolt).liftedMass / 100);
    expect(air.peakFluxDensity).toBeLessThan(0.02);
    expect(findLimit(withCore({ shape: 'none', head: undefined }), air).kind).toBe('material');
  });

  it('may be shorter or longer than what is wound on them', () => {
    const end = (length: number, windingEnd: number) =>
      evaluateMagnet({
        ...withCore({ length }),
        winding: { ...bolt.winding, end: windingEnd },
      }).liftedMass;
    expect(end(0.12, 0.05)).toBeLessThan(end(0.052, 0.05));
    // On a sleeve that sticks out the core is out of reach.
    const onSleeve = { ...withWinding({ base: 0.001, end: 0.075 }), core: bolt.core };
    const flush = { ...withWinding({ base: 0.001, end: 0.06 }), core: bolt.core };
    expect(evaluateMagnet(onSleeve).liftedMass).toBeLessThan(evaluateMagnet(flush).liftedMass / 3);
    expect(() => evaluateMagnet(withWinding({ end: 0.075 }))).toThrow(
      expect.objectContaining({ code: 'WINDING_OUTSIDE_CORE' }),
    );
  });

  it.each<[string, Partial<MagnetDesign['core']>]>([
    ['a strip without its section', { shape: 'strip', head: undefined }],
    ['a thread deeper than the core', { thread: 0.0099 }],
    ['a head narrower than the shank', { head: { diameter: 0.006, height: 0.003 } }],
  ])('cannot be %s', (_what, core) => {
    expect(() => evaluateMagnet(withCore(core))).toThrow(
      expect.objectContaining({ code: 'CORE_IMPOSSIBLE' }),
    );
  });
});

describe('sorts of wire', () => {
  it('in a cable count twice when its conductors are joined end to start', () => {
    const single = withWire({ insulation: 'hook-up' });
    const cable = buildMagnet(withWire({ insulation: 'hook-up', form: 'cable', join: 'adding' }));
    const perAmpere = (b: typeof cable) => b.ampereTurns / b.circuit.current;
    expect(perAmpere(cable)).toBe(2 * perAmpere(buildMagnet(single)));
    expect(cable.coilResistance / cable.wireLength).toBeCloseTo(
      (2 * buildMagnet(single).coilResistance) / buildMagnet(single).wireLength,
      9,
    );
  });

  it('in a cable are measured by the same yardstick', () => {
    const cable = buildMagnet(withWire({ insulation: 'hook-up', form: 'cable', join: 'adding' }));
    expect(maxAmpereTurns(cable)).toBeGreaterThanOrEqual(cable.ampereTurns);
    const wrong = buildMagnet(
      withWire({ insulation: 'hook-up', form: 'cable', join: 'cancelling' }),
    );
    expect(maxAmpereTurns(wrong)).toBe(0);
  });

  it('joined end to end cancel: current, heat and nothing lifted', () => {
    const wrong = withWire({ insulation: 'hook-up', form: 'cable', join: 'cancelling' });
    const e = evaluateMagnet(wrong);
    expect(e.circuit.current).toBeGreaterThan(1);
    expect(e.ampereTurns).toBe(0);
    expect(e.liftedMass).toBeLessThan(1e-9);
    expect(findLimit(wrong, e).kind).toBe('cancelled');
  });

  it('made of folded foil carry much current through few turns', () => {
    const foil = buildMagnet({
      ...withWire({ form: 'foil', foil: { width: 0.06, thickness: 16e-6, folds: 3, tape: 6e-5 } }),
      winding: { ...bolt.winding, turns: 5 },
    });
    expect(foil.winding.turnsPerLayer).toBe(5);
    // Worked by hand: 0.96 mm² of aluminium, 0.0294 Ω/m were it; of copper 0.01796 Ω/m.
    expect(foil.coilResistance / foil.wireLength).toBeCloseTo(0.01796, 4);
  });

  it('of nichrome or iron draw far less current than copper', () => {
    const current = (conductor: MagnetDesign['wire']['conductor']) =>
      buildMagnet(withWire({ conductor })).circuit.current;
    expect(current('nichrome')).toBeLessThan(current('iron'));
    expect(current('iron')).toBeLessThan(current('brass'));
    expect(current('brass')).toBeLessThan(current('copper'));
  });
});

describe('windings', () => {
  it('in parallel branches have the resistance of one over their number squared', () => {
    const one = buildMagnet(withWinding({ tail: 0 }));
    const two = buildMagnet(withWinding({ tail: 0, branches: 2 }));
    expect(two.coilResistance).toBeCloseTo(one.coilResistance / 4, 9);
    expect(two.branchCurrent).toBeCloseTo(two.circuit.current / 2, 12);
    expect(two.ampereTurns).toBeCloseTo((two.circuit.current * 80) / 2, 9);
  });

  it('need tails for every branch', () => {
    expect(buildMagnet(withWinding({ branches: 3 })).wireLength).toBeCloseTo(
      buildMagnet(bolt).wireLength + 4 * 0.15,
      9,
    );
  });

  it('are believed when they were measured', () => {
    const measured = buildMagnet(withWinding({ measuredResistance: 0.5 }));
    expect(measured.coilResistance).toBe(0.5);
    expect(measured.circuit.current).toBeCloseTo(1.58 / (0.12 + 0.14 + 0.5), 9);
    expect(measured.lump.resistance20).toBeLessThan(0.5);
  });

  it('follow the bolt’s thread when they are laid in it', () => {
    const threaded = { ...bolt, core: { ...bolt.core, thread: 0.00125 } };
    const laid = buildMagnet({ ...threaded, winding: { ...bolt.winding, inThread: true } });
    expect(laid.winding.pitch).toBe(0.00125);
    expect(laid.winding.layers.length).toBeGreaterThan(buildMagnet(threaded).winding.layers.length);
  });

  it('on a thick sleeve let the core stay cooler and get warm sooner', () => {
    const tight = buildMagnet(bolt);
    const sleeve = buildMagnet(withWinding({ base: 0.002 }));
    expect(sleeve.lump.core!.coupling).toBeLessThan(tight.lump.core!.coupling / 2);
  });
});

describe('supplies', () => {
  it('that are used or cold give less', () => {
    const fresh = buildMagnet(bolt).circuit.current;
    const half = buildMagnet(withSupply({ used: 0.5 })).circuit.current;
    const most = buildMagnet(withSupply({ used: 0.9 })).circuit.current;
    const cold = buildMagnet(withSupply({ temperature: 273.15 })).circuit.current;
    expect(half).toBeLessThan(fresh);
    expect(most).toBeLessThan(half);
    expect(cold).toBeLessThan(fresh);
    expect(buildMagnet(withSupply({ used: 0, temperature: 293.15 })).circuit.current).toBe(fresh);
  });

  it('on the bench hold their current limit and their voltage below it', () => {
    const limited = buildMagnet(withSupply({ bench: { voltage: 5, currentLimit: 2 } }));
    expect(limited.circuit.current).toBe(2);
    expect(limited.circuit.terminalVoltage).toBeCloseTo(
      2 * (limited.leadResistance + limited.coilResistance),
      12,
    );
    const free = buildMagnet(withSupply({ bench: { voltage: 0.2, currentLimit: 2 } }));
    expect(free.circuit.limited).toBe(false);
    expect(free.circuit.terminalVoltage).toBeCloseTo(0.2, 12);
    const design = withSupply({ bench: { voltage: 5, currentLimit: 2 } });
    expect(findLimit(design, evaluateMagnet(design)).kind).toBe('current-limit');
  });

  it('on the bench warm a limited coil ever faster instead of ever slower', () => {
    const { lump } = buildMagnet(withSupply({ bench: { voltage: 5, currentLimit: 2 } }));
    expect(lump.currentLimit).toBe(2);
  });

  it('lose voltage in a switch', () => {
    const switched = { ...bolt, leads: { ...bolt.leads, switchResistance: 0.1 } };
    expect(buildMagnet(switched).leadResistance).toBeCloseTo(0.24, 12);
  });
});

describe('the on-time', () => {
  it('is longer when the winding is touched for a shorter time', () => {
    const thin = withWire({ diameter: 0.0003 });
    const time = (touch: MagnetDesign['touch']) => buildMagnet({ ...thin, touch }).allowedOnTime;
    expect(time('10s')).toBeGreaterThan(time('1min'));
    expect(time('1min')).toBeGreaterThan(time('10min'));
    expect(time('10min')).toBeGreaterThan(time('classroom'));
  });
});

describe('switching off', () => {
  const opening = (leads: Partial<MagnetDesign['leads']>) => {
    const design = { ...bolt, leads: { ...bolt.leads, ...leads } };
    return turnOffOf(design, evaluateMagnet(design));
  };

  it('kicks hard without a diode and hardly with one', () => {
    expect(opening({}).kick).toBeGreaterThan(20);
    expect(opening({ diode: true }).kick).toBeLessThan(1.5);
    expect(opening({ diode: true }).offTime).toBeGreaterThan(opening({}).offTime);
  });

  // The flux linkage of a long solenoid alone, μ0 N² A / ℓ, is a lower bound.
  it('stores more energy with the core than the coil alone would', () => {
    const { inductance } = opening({});
    const alone = (4e-7 * Math.PI * 80 ** 2 * Math.PI * 0.0045 ** 2) / 0.046;
    expect(inductance).toBeGreaterThan(3 * alone);
  });

  it('of two cores far apart is twice that of one', () => {
    const pair = { spacing: 0.2, yoke: 'none', opposed: true, coils: 'series' } as const;
    const two: MagnetDesign = { ...bolt, pair };
    const ratio = turnOffOf(two, evaluateMagnet(two)).inductance / opening({}).inductance;
    expect(Math.abs(ratio / 2 - 1)).toBeLessThan(0.1);
  });

  it('is nothing when the turns cancel', () => {
    const wrong = withWire({ insulation: 'hook-up', form: 'cable', join: 'cancelling' });
    expect(turnOffOf(wrong, evaluateMagnet(wrong)).energy).toBe(0);
  });
});

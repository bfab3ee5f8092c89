import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CoreError } from '../../errors.js';
import {
  coilCautions,
  nearShortCircuit,
  stretchWire,
  turnsOfWire,
  windCoil,
  type Coil,
  type Former,
} from './index.js';
import { coil } from '../../../testing/designs.js';

const former: Former = {
  start: 0.03,
  end: 0.09,
  girthRadius: 0.0025,
  base: 0,
  count: 1,
  joined: 'series',
};
const wound = (change: Partial<Coil['winding']>): Coil => ({
  ...coil,
  winding: { ...coil.winding, ...change },
});

describe('a coil on a former', () => {
  // 1.55 V… by hand: 60 turns of mean diameter 5.544 mm and two tails of 15 cm.
  it('has the resistance of its wire and the current of Ohm’s law', () => {
    const { wireLength, coilResistance, circuit, ampereTurns } = windCoil(coil, former);
    const length = 60 * Math.hypot(Math.PI * 5.544e-3, 0.544e-3 * 1.1) + 0.3;
    expect(wireLength).toBeCloseTo(length, 6);
    const resistance = (1e-6 / 58 / ((Math.PI * 0.25e-6) / 4)) * length;
    expect(coilResistance).toBeCloseTo(resistance, 6);
    expect(circuit.current).toBeCloseTo(1.58 / (0.12 + 0.14 + resistance), 6);
    expect(ampereTurns).toBeCloseTo(60 * circuit.current, 9);
  });

  it('runs on from one former to the other, and takes four tails side by side', () => {
    const one = windCoil(coil, former);
    const two = windCoil(coil, { ...former, count: 2, bridge: 0.04 });
    const beside = windCoil(coil, { ...former, count: 2, joined: 'parallel' });
    // Two coils, two tails of 15 cm instead of four, and 4 cm across.
    expect(two.wireLength).toBeCloseTo(2 * one.wireLength - 0.3 + 0.04, 12);
    expect(two.coilResistance / one.coilResistance).toBeCloseTo(
      two.wireLength / one.wireLength,
      12,
    );
    expect(beside.wireLength).toBeCloseTo(2 * one.wireLength, 12);
    expect(beside.coilResistance).toBeCloseTo(one.coilResistance / 2, 12);
  });

  it('stays on longer around a body that takes up its heat', () => {
    const body = { volume: 2e-6, density: 7850, specificHeat: 480, length: 0.1 };
    const bare = windCoil(coil, former).allowedOnTime;
    expect(windCoil(coil, { ...former, body }).allowedOnTime).toBeGreaterThan(1.3 * bare);
  });

  it('turns a length of wire back into the turns that took it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.constantFrom<1 | 2>(1, 2),
        fc.constantFrom(1, 2, 3),
        (turns, count, branches) => {
          const on = { ...former, count };
          const { wireLength } = windCoil(wound({ turns, branches }), on);
          expect(turnsOfWire(wound({ branches }), on, wireLength + 1e-9)).toBe(turns);
          expect(turnsOfWire(wound({ branches }), on, wireLength - 1e-6)).toBe(turns - 1);
        },
      ),
    );
  });

  it('may be of bare wire where turns, layers and core are kept apart, and nowhere else', () => {
    const bare = (change: Partial<Coil['winding']>, on: Partial<Former> = {}) => {
      const { wire } = coil;
      const made = { ...wound(change), wire: { ...wire, insulation: 'bare' as const } };
      try {
        return windCoil(made, { ...former, ...on }).winding.layers.length;
      } catch (error) {
        return (error as CoreError).message;
      }
    };
    expect(bare({ neatness: 1.05 })).toBe(1);
    expect(bare({ neatness: 1 })).toMatch(/^Turns of bare wire touch/);
    expect(bare({ neatness: 1, turns: 1 })).toBe(1);
    expect(bare({ neatness: 1.1, turns: 160 })).toMatch(/^Layers of bare wire/);
    expect(bare({ neatness: 1.1 }, { conducts: true })).toMatch(/the core joins the turns/);
    expect(bare({ neatness: 1.1 }, { conducts: true, base: 1e-4 })).toBe(1);
  });

  it.each<[string, Coil]>([
    ['QUANTITY_OUT_OF_RANGE', wound({ turns: 0 })],
    ['QUANTITY_OUT_OF_RANGE', wound({ tail: NaN })],
    ['CELL_UNKNOWN', { ...coil, supply: { ...coil.supply, size: 'car' } }],
  ])('refuses %s', (code, impossible) => {
    let caught: unknown;
    try {
      windCoil(impossible, former);
    } catch (error) {
      caught = error;
    }
    expect((caught as CoreError).code).toBe(code);
  });
});

describe('a wire stretched straight', () => {
  it('is its length and two tails, and encloses its current once a turn', () => {
    const one = wound({ turns: 1 });
    const { wireLength, circuit, ampereTurns, winding } = stretchWire(one, 0.5);
    expect(wireLength).toBeCloseTo(0.8, 12);
    expect(ampereTurns).toBeCloseTo(circuit.current, 12);
    expect(winding.layers).toEqual([]);
  });

  it('cools over its own surface: twice the length, twice the loss', () => {
    const one = wound({ turns: 1 });
    const [short, long] = [stretchWire(one, 1), stretchWire(one, 2)];
    expect(long.lump.loss(10) / short.lump.loss(10)).toBeCloseTo(2, 2);
  });
});

describe('cautions of a coil', () => {
  const plain = { storedEnergy: 0, bendRadius: Infinity };
  const codes = (changed: Coil, more = plain): string[] =>
    coilCautions(changed, windCoil(changed, former), more).map(({ code }) => code);

  // Half of the EMF is lost inside the source exactly where load and internal resistance are equal.
  it('call it nearly a short circuit once half of the EMF is lost inside the cells', () => {
    const load = windCoil(coil, former).coilResistance + 0.14;
    const withCell = (internalResistance: number): Coil => ({
      ...coil,
      supply: { ...coil.supply, measured: { emf: 1.5, internalResistance } },
    });
    expect(nearShortCircuit(windCoil(withCell(load * 1.01), former))).toBe(true);
    expect(nearShortCircuit(windCoil(withCell(load * 0.99), former))).toBe(false);
    expect(codes(withCell(load * 1.01))).toContain('near-short-circuit');
  });

  it('say that the cells, and not the winding, end the trial', () => {
    const on = (changed: Partial<Coil['supply']>): Coil => ({
      ...wound({ turns: 30 }),
      supply: { ...coil.supply, ...changed },
    });
    const lantern = on({ chemistry: 'alkaline', size: 'lantern', parallel: 1 });
    const { cells, allowedOnTime } = windCoil(lantern, former);
    expect(cells!.power).toBeCloseTo(cells!.current ** 2 * 0.45, 9);
    const warm = on({ measured: { emf: 1.5, internalResistance: 2 }, size: 'AAA' });
    const ended = windCoil(warm, former);
    expect(codes(warm).includes('cells-warm')).toBe(ended.cells!.onTime <= ended.allowedOnTime);
    expect(allowedOnTime).toBeLessThanOrEqual(cells!.onTime);
    // Half the current through each of twice as many packs: a quarter of the heat.
    const beside = windCoil(on({ size: 'AAA', parallel: 2 }), former).cells!;
    const alone = windCoil(on({ size: 'AAA', parallel: 1 }), former).cells!;
    expect(beside.power).toBeLessThan(alone.power / 2);
    expect(windCoil(on({ bench: { voltage: 3, currentLimit: 2 } }), former).cells).toBeNull();
  });

  it('name the fuse for what the supply gives to all that share it', () => {
    const car: Coil = {
      ...wound({ turns: 400 }),
      supply: { ...coil.supply, chemistry: 'lead-acid', size: 'car', share: 0.25 },
    };
    const on = windCoil(car, former);
    const [first] = coilCautions(car, on, plain);
    expect(first).toMatchObject({ code: 'demonstration-only', severity: 'stop' });
    expect(first!.fuse_A!).toBeGreaterThanOrEqual(1.25 * 4 * on.circuit.current);
  });

  it('mention the kick from two thousandths of a joule on, unless a diode takes it', () => {
    expect(codes(coil, { ...plain, storedEnergy: 2.1e-3 })).toContain('opening-kick');
    expect(codes(coil, { ...plain, storedEnergy: 1.9e-3 })).not.toContain('opening-kick');
    const tamed = { ...coil, leads: { ...coil.leads, diode: true } };
    expect(codes(tamed, { ...plain, storedEnergy: 1 })).not.toContain('opening-kick');
  });
});

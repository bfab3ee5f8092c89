import { describe, expect, it } from 'vitest';
import { nail } from '../../../testing/designs.js';
import { casesOf } from '../plan/index.js';
import type { MagnetDesign } from '../../experiments/index.js';
import { massOfMetre } from '../../physics/index.js';
import { countTurns, windingPlace, type Shown } from './index.js';

function coilOf(turns: number, change: Partial<MagnetDesign> = {}) {
  const [one] = casesOf({
    base: { experiment: 'straight-magnet', design: { ...nail, ...change } },
    factor: 'turns',
    levels: [{ id: 'a', value: turns }],
    series: null,
    measure: 'objects-one-end',
    conditions: {},
    hold: 'nothing',
  });
  return one!.trialled!.coil;
}

const short = { winding: { ...nail.winding, start: 0.04, end: 0.062 } };
const metre = massOfMetre(nail.wire);
const ohms = (value: number, readsTo = 0.002): Shown => ({ by: 'resistance', value, readsTo });

describe('where the hand is in a winding', () => {
  const coil = coilOf(90, short);
  const perLayer = coil.winding.layers.map(({ turns }) => turns);

  it('is layer by layer, to and fro, and ends with the last turn', () => {
    expect(perLayer.length).toBeGreaterThan(2);
    expect(windingPlace(coil, 0)).toMatchObject({ layer: 0, wound: 0, forward: false });
    expect(windingPlace(coil, perLayer[0]!)).toMatchObject({ layer: 0, wound: perLayer[0] });
    expect(windingPlace(coil, perLayer[0]! + 1)).toMatchObject({
      layer: 1,
      wound: 1,
      forward: true,
    });
    const last = windingPlace(coil, 90)!;
    expect(last.layer).toBe(perLayer.length - 1);
    expect(last.wound).toBe(perLayer[perLayer.length - 1]);
    expect(windingPlace(coil, 200)).toEqual(last);
  });

  it('has less wire left with every turn, and a tail at the end', () => {
    const left = Array.from({ length: 91 }, (_, n) => windingPlace(coil, n)!.wireLeft);
    for (let n = 1; n <= 90; n++) expect(left[n]!).toBeLessThan(left[n - 1]!);
    expect(left[90]!).toBeCloseTo(nail.winding.tail, 6);
    expect(left[0]!).toBeCloseTo(coil.winding.wireLength - nail.winding.tail, 6);
  });
});

describe('turns by ohmmeter and by scale', () => {
  it.each([
    ['one layer', coilOf(60), 60],
    ['several layers', coilOf(90, short), 90],
    [
      'two cores on one wire',
      coilOf(40, { pair: { spacing: 0.04, yoke: 'none', opposed: true, coils: 'series' } }),
      40,
    ],
  ] as const)(
    'are those of the design where the meter shows its resistance: %s',
    (_n, coil, turns) => {
      const counted = countTurns(coil, ohms(coil.coilResistance), metre)!;
      expect(counted.turns).toBeCloseTo(turns, 6);
      expect(counted.verdict).toBe('right');
      const weighed = { by: 'mass', value: metre * coil.wireLength, readsTo: 1e-4 } as const;
      expect(countTurns(coil, weighed, metre)!.turns).toBeCloseTo(turns, 6);
    },
  );

  it('are those of a coil that was wound with another number', () => {
    // Thirty turns short of 120, as the model itself winds them.
    const counted = countTurns(coilOf(120), ohms(coilOf(90).coilResistance), metre)!;
    expect(counted.turns).toBeCloseTo(90, 0);
    expect(counted.verdict).toBe('recount');
    const more = countTurns(coilOf(60), ohms(coilOf(80).coilResistance), metre)!;
    expect(more.turns).toBeGreaterThan(76);
    expect(more.verdict).toBe('recount');
  });

  it('are not told by a meter that is too coarse', () => {
    const coil = coilOf(20);
    expect(countTurns(coil, ohms(coil.coilResistance, 0.05), metre)!.verdict).toBe('coarse');
    expect(countTurns(coil, ohms(0.001), metre)).toBeNull();
  });

  it('are less sure the worse the meter, and never surer than the wire', () => {
    const coil = coilOf(120);
    const of = (readsTo: number): number =>
      countTurns(coil, ohms(coil.coilResistance, readsTo), metre)!.uncertainty;
    expect(of(0.02)).toBeGreaterThan(of(0.005));
    expect(of(0)).toBeGreaterThan(0.04 * 120);
    expect(of(0)).toBeLessThan(0.08 * 120);
  });
});

describe('the mass of a metre of wire', () => {
  it('is that of the tables within the tolerance of enamelled wire', () => {
    // Copper of 0.5 mm: 8890 kg/m³ × π/4 × (0.5 mm)² = 1.746 g/m bare; enamel adds some 3 %.
    expect(1000 * massOfMetre({ ...nail.wire, insulation: 'bare' })).toBeCloseTo(1.746, 2);
    const enamelled = 1000 * massOfMetre(nail.wire);
    expect(enamelled).toBeGreaterThan(1.77);
    expect(enamelled).toBeLessThan(1.85);
    const cable = { ...nail.wire, insulation: 'hook-up', form: 'cable' } as const;
    expect(massOfMetre(cable)).toBeCloseTo(2 * massOfMetre({ ...cable, form: 'round' }), 9);
  });
});

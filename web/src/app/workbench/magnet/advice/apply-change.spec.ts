import { describe, expect, it } from 'vitest';
import { check } from '@nab/contract/problem';
import { designSchema, newDesign, toMagnetDesign } from '@nab/contract/experiments';
import { bestChanges, evaluateMagnet } from '@nab/core/experiments';
import { PRIOR_BELIEF } from '@nab/core/statistics';
import { applyChange, inTypedUnit } from './apply-change';
import { decidingFacts, factsOf, liftFactsOf } from './facts';

const document = {
  ...newDesign(),
  wire: { ...newDesign().wire, size: '24 AWG' },
  winding: { ...newDesign().winding, start: '2 cm', end: '7,5 cm' },
};
const magnet = toMagnetDesign(document);
const evaluation = evaluateMagnet(magnet);
const changes = bestChanges(magnet, evaluation);

describe('a proposed change', () => {
  it('makes the document lift what was promised, in the units that were typed', () => {
    expect(changes.length).toBeGreaterThan(3);
    for (const change of changes) {
      const changed = applyChange(document, change);
      expect(check(designSchema, changed).ok, change.kind).toBe(true);
      const lifted = evaluateMagnet(toMagnetDesign(changed)).liftedMass;
      // Rounding to what one would type moves the result a little.
      expect(Math.abs(lifted / evaluation.liftedMass / change.gain - 1)).toBeLessThan(0.03);
    }
  });

  it('keeps gauges as gauges and centimetres as centimetres', () => {
    const nearer = { ...changes[0]!, kind: 'nearer-tip' as const };
    expect(applyChange(document, nearer).winding.end).toMatch(/^[\d.]+ cm$/);
    const thicker = { ...nearer, kind: 'thicker-wire' as const };
    expect(applyChange(document, thicker).wire.size).toBe('23 AWG');
    expect(inTypedUnit('nonsense', 'length', 0.02)).toBe('20 mm');
  });
});

describe('the facts about a magnet', () => {
  it('say when the cells, and not the winding, end a trial', () => {
    const onTime = (changed: Partial<typeof document.supply>): string => {
      const hot = { ...document, supply: { ...document.supply, ...changed } };
      const facts = decidingFacts(hot, evaluateMagnet(toMagnetDesign(hot)), PRIOR_BELIEF);
      return facts.find(({ name }) => name === 'On at most')!.note!;
    };
    expect(onTime({})).toMatch(/^from cold to \d+ °C$/);
    expect(onTime({ size: 'AAA', emf: '1.5 V', internalResistance: '0.9 Ω', series: 4 })).toBe(
      'until the cells are at 50 °C inside',
    );
  });

  it('say how full the steel is in words a primary teacher uses, the term in the why', () => {
    const full = factsOf(document, evaluation).find(({ name }) => /full/.test(name))!;
    expect(full.value).toMatch(/^\d+ %$/);
    expect(full.inputs[0]).toMatch(/greatest flux density in the steel: [\d.]+ T/);
    const all = [...factsOf(document, evaluation), ...liftFactsOf(document, magnet, evaluation)];
    expect(all.map(({ name }) => name).join()).not.toMatch(/[Yy]ardstick|Face|coercive|fullest/);
  });

  it('each have a value, a formula, inputs and a source', () => {
    const facts = [
      ...decidingFacts(document, evaluation, PRIOR_BELIEF),
      ...factsOf(document, evaluation),
      ...liftFactsOf(document, magnet, evaluation),
    ];
    expect(facts.length).toBe(21);
    expect(new Set(facts.map(({ name }) => name)).size).toBe(21);
    for (const fact of facts) {
      expect(fact.value).not.toMatch(/NaN|undefined|–|Infinity/);
      expect(fact.inputs.join(' ')).not.toMatch(/NaN|undefined/);
      expect(fact.formula.length).toBeGreaterThan(2);
      expect(fact.source.length).toBeGreaterThan(5);
    }
  });
});

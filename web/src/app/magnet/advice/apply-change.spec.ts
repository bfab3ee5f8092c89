import { describe, expect, it } from 'vitest';
import { check, designSchema, newDesign, toMagnetDesign } from '@nab/contract';
import { bestChanges, evaluateMagnet } from '@nab/core';
import { applyChange, inTypedUnit } from './apply-change';
import { factsOf, liftFactsOf } from './facts';

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
  it('each have a value, a formula, inputs and a source', () => {
    const facts = [...factsOf(document, evaluation), ...liftFactsOf(document, magnet, evaluation)];
    expect(facts.length).toBe(19);
    expect(new Set(facts.map(({ name }) => name)).size).toBe(19);
    for (const fact of facts) {
      expect(fact.value).not.toMatch(/NaN|undefined|–/);
      expect(fact.inputs.join(' ')).not.toMatch(/NaN|undefined/);
      expect(fact.formula.length).toBeGreaterThan(2);
      expect(fact.source.length).toBeGreaterThan(5);
    }
  });
});

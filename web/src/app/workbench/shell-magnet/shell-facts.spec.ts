import { newCompassSet, newShell, toCompassSet, toShellMagnet } from '@nab/contract/experiments';
import { evaluateCompassSet, evaluateShell } from '@nab/core/experiments';
import { describe, expect, it } from 'vitest';
import type { Fact } from '../frame';
import { compassFacts } from '../compass/compass-facts';
import { decidingShellFacts, shellFacts } from './shell-facts';

const whole = (facts: readonly Fact[]): void => {
  expect(new Set(facts.map(({ name }) => name)).size).toBe(facts.length);
  for (const fact of facts) {
    expect(fact.value, fact.name).not.toMatch(/NaN|undefined|Infinity/);
    expect(fact.inputs.join(' '), fact.name).not.toMatch(/NaN|undefined/);
    expect(fact.formula.length, fact.name).toBeGreaterThan(4);
    expect(fact.source.length, fact.name).toBeGreaterThan(5);
  }
};

describe('the figures of a shell magnet', () => {
  const shell = toShellMagnet(newShell());
  const facts = (count: number): Fact[] => {
    const many = { ...shell, count };
    const evaluation = evaluateShell(many);
    return [...decidingShellFacts(many, evaluation), ...shellFacts(many, evaluation)];
  };

  it('each have a value, a formula, inputs and a source', () => whole(facts(1)));

  it('tell the current of all magnets together, and the pull of each', () => {
    const value = (count: number, name: string): number =>
      Number.parseFloat(facts(count).find((fact) => fact.name === name)!.value);
    expect(value(2, 'Current')).toBeGreaterThan(1.2 * value(1, 'Current'));
    expect(value(2, 'Pull, each')).toBeLessThan(value(1, 'Pull, each'));
  });
});

describe('the figures of wire and compass', () => {
  const set = toCompassSet(newCompassSet());

  it('each have a value, a formula, inputs and a source', () =>
    whole(compassFacts(set, evaluateCompassSet(set))));

  it('set the field of the current beside the earth’s', () => {
    const [field, earth] = compassFacts(set, evaluateCompassSet(set));
    expect(earth!.value).toBe('20 µT');
    const ratio = Number.parseFloat(field!.value) / 20;
    expect(Math.atan(ratio)).toBeCloseTo(evaluateCompassSet(set).deflection, 1);
  });
});

import { newDesign } from '@nab/contract/experiments';
import { describe, expect, it } from 'vitest';
import { stepWords } from './step-words';

const design = newDesign();

describe('the name of a step', () => {
  it('is the one thing that differs', () => {
    const after = { ...design, winding: { ...design.winding, turns: 77 } };
    expect(stepWords(design, after)).toBe('turns');
    expect(stepWords(after, design)).toBe('turns');
  });

  it('is the part when several of its things differ', () => {
    const core = { ...design.core, length: '8 cm', diameter: '6 mm' };
    expect(stepWords(design, { ...design, core })).toBe('core');
  });

  it('is the part for a thing of it that has no name of its own', () => {
    const leads = { ...design.leads, count: design.leads.count + 1 };
    expect(stepWords(design, { ...design, leads })).toBe('leads');
  });

  it('says so when several parts differ, and nothing when none does', () => {
    const wire = { ...design.wire, size: '24 AWG' };
    expect(stepWords(design, { ...design, wire, name: 'Another' })).toBe('several things');
    expect(stepWords(design, { ...design })).toBe('');
    expect(stepWords(undefined, design)).toBe('');
  });
});

import {
  newCompassSet,
  newDesign,
  newShell,
  type ExperimentDocument,
} from '@nab/contract/experiments';
import {
  clearingSteps,
  packingChecks,
  coilsOf,
  kitOf,
  prepared,
  troubleshootingTips,
} from './index.js';
import { lengthUnits } from './length-units.js';
import { examplePlan, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';

const one = [{ id: idOf(1), value: '2 cells' }];
const needle = (document: ExperimentDocument = newCompassSet()) =>
  prepared(
    examplePlan(idOf, {
      experiment: 'compass',
      measure: 'needle-angle',
      factor: 'cells-in-series',
      levels: one,
    }),
    document,
  );

describe('what usually goes wrong', () => {
  it('speaks of what is measured', () => {
    expect(troubleshootingTips(prepared(examplePlan(), newDesign())).join(' ')).toContain(
      'Nothing is lifted: enamel still on the ends',
    );
    const text = troubleshootingTips(needle()).join(' ');
    expect(text).toContain('The needle does not move');
    expect(text).not.toContain('dip');
    expect(text).not.toContain('hangs on');
  });

  it('says nothing of cells where there are none', () => {
    const set = newCompassSet();
    const bench = { ...set, supply: { ...set.supply, kind: 'bench' as const } };
    expect(troubleshootingTips(needle(bench)).join(' ')).not.toMatch(/cells? /);
    expect(packingChecks(needle(bench)).join(' ')).not.toContain('cells');
  });

  it('clears up what is there, cells apart from each other', () => {
    const steps = clearingSteps(needle());
    expect(steps[0]).toBe('Take the leads off the cells.');
    expect(steps).toContain('Put the cells in their box, so that no two ends touch.');
    expect(steps.at(-1)).toContain('compasses');
    expect(clearingSteps(prepared(examplePlan(), newDesign())).at(-1)).toContain(
      'Count the objects',
    );
    const set = newCompassSet();
    const bench = { ...set, supply: { ...set.supply, kind: 'bench' as const } };
    expect(clearingSteps(needle(bench)).join(' ')).not.toMatch(/cells/);
  });

  it('speaks of a second layer only where there is one', () => {
    const design = newDesign();
    const short = { ...design, winding: { ...design.winding, start: '30 mm', end: '34 mm' } };
    expect(troubleshootingTips(prepared(examplePlan(), design)).join(' ')).not.toContain(
      'second layer',
    );
    expect(troubleshootingTips(prepared(examplePlan(), short)).join(' ')).toContain('second layer');
  });

  it('checks before the lesson what the lesson needs', () => {
    expect(packingChecks(needle()).join(' ')).toContain('compass points north');
    expect(packingChecks(prepared(examplePlan(), newDesign())).join(' ')).toContain('trays');
  });
});

describe('the name of a coil', () => {
  it('is what its levels have in common', () => {
    const plan = examplePlan(idOf, {
      factor: 'cells-in-series',
      levels: ['1 cell', '2 cells'].map((value, i) => ({ id: idOf(1 + i), value })),
      series: {
        factor: 'turns',
        levels: ['40', '80'].map((value, i) => ({ id: idOf(11 + i), value })),
      },
    });
    expect(coilsOf(prepared(plan, newDesign())).map(({ name }) => name)).toEqual([
      '40 turns',
      '80 turns',
    ]);
  });
});

describe('the kit of what is not a magnet of turns', () => {
  it('has paper for the widest gap', () => {
    const plan = examplePlan(idOf, {
      experiment: 'shell-magnet',
      measure: 'fewest-cells',
      factor: 'gap',
      levels: ['1 sheet', '6 sheets'].map((value, i) => ({ id: idOf(1 + i), value })),
    });
    const paper = kitOf(prepared(plan, newShell())).find(({ name }) => name.includes('paper'))!;
    expect(paper).toMatchObject({ each: '6', all: '12' });
  });

  it('has tape for a wire that lies straight', () => {
    const set = newCompassSet();
    const names = kitOf(needle(set)).map(({ name }) => name);
    expect(names).toContain(
      needle(set).cases[0]!.trialled!.coil.winding.layers.length > 0
        ? 'Tape to hold the ends of the winding'
        : 'Tape to hold the wire down',
    );
  });
});

describe('lengths in the educator’s units', () => {
  const design = newDesign();
  const inches = { ...design, core: { ...design.core, length: '4 in' } };
  const feet = examplePlan(idOf, {
    factor: 'wire-length',
    levels: ['2 ft', '3 ft'].map((value, i) => ({ id: idOf(1 + i), value })),
  });

  it('are feet and inches where the core, or the levels, are given in them', () => {
    expect(lengthUnits(design)).toBe('metric');
    expect(lengthUnits(inches)).toBe('imperial');
    expect(lengthUnits(design, feet)).toBe('imperial');
    expect(lengthUnits(design, examplePlan())).toBe('metric');
    expect(lengthUnits(newShell(), examplePlan(idOf, { factor: 'gap', levels: [] }))).toBe(
      'metric',
    );
  });

  it('are those of the wire to cut', () => {
    expect(prepared(feet, design).wireText(0.6096)).toBe('2 ft');
    const wire = kitOf(prepared(feet, design)).find(({ name }) => name.includes('wire'))!;
    expect(wire.each).toMatch(/^\d+ ft/);
  });
});

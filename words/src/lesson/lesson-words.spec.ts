import { newDesign } from '@nab/contract/experiments';
import { USUAL_LESSON, type Plan } from '@nab/contract/lesson';
import { measureOf, type BatteryUse } from '@nab/core/lesson';
import { batteryWords } from '../experiments/index.js';
import {
  trialSteps,
  cautionsOf,
  classCautions,
  coilsOf,
  prepared,
  questionText,
  risksOf,
} from './index.js';
import { examplePlan, idOf } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';

describe('the question in a sentence', () => {
  it('is said in full, and plainly', () => {
    const plan = examplePlan();
    expect(questionText(plan)).toBe(
      'We change the number of turns, and measure how many objects one end lifts. All else stays the same.',
    );
    expect(questionText(plan, 'plain')).toBe(
      'We change how many turns of wire. We look at how many things hang on.',
    );
  });

  it('names the second factor', () => {
    const levels = ['1 cell', '2 cells'].map((value, i) => ({ id: idOf(60 + i), value }));
    const plan: Plan = { ...examplePlan(), series: { factor: 'cells-in-series', levels } };
    expect(questionText(plan)).toMatch(/the number of turns and the number of cells/);
  });
});

describe('the steps at the bench', () => {
  const steps = (id: Parameters<typeof measureOf>[0], repeats = 3) =>
    trialSteps(measureOf(id), { on: 4.6, repeats, reader: 'full' });

  it('begin with the prediction, check with the current off, and say how long it is on', () => {
    const [first, second, third] = steps('objects-one-end');
    expect(first).toMatch(/prediction .* before anything is switched on/);
    expect(second).toMatch(/^The current is off/);
    expect(third).toMatch(/On for 5 seconds at most/);
    expect(steps('objects-one-end').at(-1)).toMatch(/^Do this 3 times at each level/);
  });

  it('have no check with the current off where the measure has none', () => {
    const text = steps('sentence', 1).join(' ');
    expect(text).not.toMatch(/current is off/);
    expect(text).toMatch(/Do this once/);
    expect(steps('objects-one-end', 2).at(-1)).toMatch(/twice/);
  });

  it('are short for young pupils', () => {
    const plain = trialSteps(measureOf('objects-one-end'), { on: 5, repeats: 2, reader: 'plain' });
    expect(plain[2]).toBe('Battery on. Count to 5. Battery off!');
    for (const step of plain) expect(step.split(' ').length).toBeLessThan(14);
  });
});

describe('risk notes', () => {
  const of = prepared(examplePlan(), newDesign());

  it('have one for each caution of any level, the gravest first', () => {
    const codes = cautionsOf(of).map(({ code }) => code);
    expect(new Set(codes).size).toBe(codes.length);
    expect(codes.indexOf('limited-on-time')).toBeLessThan(codes.indexOf('sharp-core'));
    const risks = risksOf(of);
    expect(risks).toHaveLength(codes.length);
    for (const { hazard, who, action } of risks) {
      expect([hazard, who, action].every((text) => text.length > 3)).toBe(true);
    }
  });

  it('give the class the gravest three, and never what only an adult may do', () => {
    expect(classCautions(of)).toHaveLength(3);
    const design = newDesign();
    const supply = { ...design.supply, chemistry: 'lead-acid' as const, size: 'car' as const };
    const car = prepared(examplePlan(), { ...design, supply });
    expect(car.demonstration).toBe(true);
    expect(of.demonstration).toBe(false);
    expect(classCautions(car).join(' ')).not.toMatch(/Only an adult uses it/);
  });
});

describe('what a lesson does to its cells', () => {
  const use: BatteryUse = {
    perTrial: [20, 20],
    drawn: 3600,
    holds: 36_000,
    swapAfter: null,
    packs: 1,
    spare: 1,
    lastOverFirst: 0.93,
    biasInSequence: 0.06,
    biasInOrder: 0.001,
  };

  it('is said with how much less the last trial reads, and what order does about it', () => {
    const [drawn, packs, order] = batteryWords(use, 4);
    expect(drawn).toMatch(/draws 10 % .* lowers its last reading by 7 %/);
    expect(packs).toBe('One pack a group lasts the lesson. Have 1 pack to spare.');
    expect(order).toMatch(/change the last by 6 %; in the order above by less than 1 %/);
  });

  it('says when to swap, and keeps silent about what is too little to matter', () => {
    const weak = { ...use, swapAfter: 12, packs: 3, spare: 2, drawn: 60, biasInSequence: 0.004 };
    const [drawn, packs, order] = batteryWords(weak, 4);
    expect(drawn).toMatch(/draws less than 1 %/);
    expect(packs).toBe(
      'Swap the cells after 12 trials: 3 packs for each of 4 groups, and 2 to spare.',
    );
    expect(order).toMatch(/less than 1 %, whatever the order/);
  });
});

describe('a lesson as the sheets see it', () => {
  it('has its levels in words, and lengths in the unit that was typed', () => {
    const of = prepared(examplePlan(), newDesign());
    expect(of.cases.map(({ name }) => name)).toEqual(['10 turns', '20 turns', '40 turns']);
    expect(of.settings).toEqual(USUAL_LESSON);
    expect(of.lengthText(0.0254)).toBe('25.4 mm');
    const design = newDesign();
    const inches = prepared(examplePlan(), {
      ...design,
      core: { ...design.core, length: '4 in' },
    });
    expect(inches.lengthText(0.0254)).toBe('1 in');
  });
});

describe('the coils of a lesson', () => {
  it('are one a level, or one for all where only the cells change', () => {
    expect(coilsOf(prepared(examplePlan(), newDesign())).map(({ name }) => name)).toEqual([
      '10 turns',
      '20 turns',
      '40 turns',
    ]);
    const levels = ['1 cell', '2 cells'].map((value, i) => ({ id: idOf(1 + i), value }));
    const cells = prepared(examplePlan(idOf, { factor: 'cells-in-series', levels }), newDesign());
    expect(coilsOf(cells).map(({ name }) => name)).toEqual(['One coil for every level']);
    expect(coilsOf(cells)[0]!.alike).toHaveLength(2);
  });
});

import { newDesign, toMagnetDesign } from '@nab/contract/experiments';
import { evaluateMagnet, type CellStep } from '@nab/core/experiments';
import { PRIOR_BELIEF } from '@nab/core/statistics';
import {
  byGravity,
  cellsSentence,
  heapAccuracyText,
  learntSentence,
} from '../experiments/index.js';
import { coreText } from '../terms/index.js';
import { describe, expect, it } from 'vitest';

const steps: CellStep[] = [4, 3, 2, 1].map((cells) => ({
  cells,
  load: 10 * cells,
  low: 8 * cells,
  high: 12 * cells,
  current: cells,
  allowedOnTime: 30,
}));

describe('how few cells hold a load', () => {
  it('is said of one row of cells', () => {
    expect(cellsSentence(steps, 18)).toBe('2 cells should hold 18 kg; use 3 to be safe.');
    expect(cellsSentence(steps, 8)).toBe('1 cell will hold 8 kg.');
    expect(cellsSentence(steps, 99)).toBe('No number of cells in this range holds 99 kg.');
  });

  it('counts by packs where packs are in parallel', () => {
    const packs = steps.map((step) => ({ ...step, cells: 2 * step.cells }));
    expect(cellsSentence(packs, 18, 2)).toBe(
      '2 packs (4 cells) should hold 18 kg; use 3 to be safe.',
    );
    expect(cellsSentence(steps, 8, 1)).toBe('1 pack will hold 8 kg.');
  });
});

describe('how far the fast model of a pile can be trusted', () => {
  it('is said of each kind of core', () => {
    const { core } = toMagnetDesign(newDesign());
    expect(heapAccuracyText({ core })).toMatch(/slender cores .* 87 %/);
    expect(heapAccuracyText({ core: { ...core, diameter: 0.01 } })).toMatch(/nine cases of ten/);
    expect(heapAccuracyText({ core: { ...core, shape: 'pipe' } })).toMatch(/pipes .* four cases/);
  });
});

describe('cautions', () => {
  it('stand with the gravest first, whatever order they come in', () => {
    const codes = ['wire-ends', 'cells', 'hung-load', 'strip-enamel', 'cells-warm'] as const;
    const sorted = byGravity(codes.map((code) => ({ code, severity: 'caution' as const })));
    expect(sorted.map(({ code }) => code)).toEqual([
      'cells-warm',
      'hung-load',
      'cells',
      'strip-enamel',
      'wire-ends',
    ]);
  });
});

describe('a core in a line', () => {
  it('has the educator’s own name for its material', () => {
    const { core } = newDesign();
    expect(coreText({ ...core, materialName: 'ferry rivet' })).toMatch(/, ferry rivet$/);
    expect(coreText(core)).toMatch(/cold-worked$/);
  });
});

describe('what a class has shown', () => {
  it('is said with its factor and with the count of the model alone', () => {
    const evaluation = evaluateMagnet(toMagnetDesign(newDesign()));
    const said = learntSentence(evaluation, newDesign().load, {
      ...PRIOR_BELIEF,
      mean: Math.log(1.5),
    });
    expect(said).toMatch(/1\.5 times the model\./);
    expect(said).toMatch(/The model alone gives \d+ clips, and the Question page uses that\.$/);
  });
});

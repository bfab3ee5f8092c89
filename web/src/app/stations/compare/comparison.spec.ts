import { describe, expect, it } from 'vitest';
import { newDesign, toMagnetDesign, type DesignDocument } from '@nab/contract/experiments';
import { evaluateMagnet } from '@nab/core/experiments';
import { comparisonRows, type Compared } from './comparison';

const compared = (document: DesignDocument): Compared => {
  const magnet = toMagnetDesign(document);
  return { document, magnet, evaluation: evaluateMagnet(magnet), fault: null };
};
const nail = newDesign();
const more = { ...nail, winding: { ...nail.winding, turns: 90 } };

describe('a comparison', () => {
  const { described, predicted } = comparisonRows([compared(nail), compared(more)]);

  it('marks what differs and nothing else', () => {
    expect(described.filter(({ differs }) => differs).map(({ name }) => name)).toEqual(['Turns']);
    expect(predicted.find(({ name }) => name === 'Lifts')!.differs).toBe(true);
  });

  it('gives every prediction of every design with its unit or band', () => {
    for (const { name, values } of predicted) {
      expect(values).toHaveLength(2);
      for (const value of values) expect(value, name).not.toMatch(/NaN|undefined/);
    }
    expect(predicted.find(({ name }) => name === 'Lifts')!.values[0]).toMatch(/clips \(\d+–\d+\)/);
  });

  it('has a dash where a design cannot be built', () => {
    const broken = { ...compared(nail), evaluation: null, fault: 'too thick' };
    const rows = comparisonRows([compared(nail), broken]).predicted;
    expect(rows.every(({ values }) => values[1] === '–')).toBe(true);
  });
});

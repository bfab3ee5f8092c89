import { describe, expect, it } from 'vitest';
import { newDesign, toMagnetDesign } from '@nab/contract/experiments';
import { evaluateMagnet, type Limit, type LimitKind } from '@nab/core/experiments';
import { PRIOR_BELIEF } from '@nab/core/statistics';
import {
  bandText,
  coreText,
  countText,
  howMany,
  objectWord,
  secondsText,
  supplyText,
  wireLine,
  wireText,
} from '../terms/index.js';
import {
  chainSentence,
  gainText,
  layersSentence,
  liftSentence,
  limitSentence,
  cellsSentence,
  loadSentence,
  openingSentence,
  residualSentence,
} from './index.js';

const evaluation = evaluateMagnet(toMagnetDesign(newDesign()));
const limit: Limit = {
  kind: 'battery',
  cellShare: 0.41,
  leadShare: 0.2,
  coilShare: 0.39,
  fieldElasticity: 1,
  change: 'second-pack',
  gain: 1.33,
};

it('count things in their number', () => {
  expect([1, 2, 0].map((n) => howMany(n, 'group'))).toEqual(['1 group', '2 groups', '0 groups']);
});

describe('sentences', () => {
  it('say what is lifted, with its band and the object in its number', () => {
    expect(liftSentence(evaluation, { object: 'clip-small' }, PRIOR_BELIEF)).toMatch(
      /^Lifts about \d+ clips \(\d+–\d+\)\.$/,
    );
    expect(
      liftSentence({ ...evaluation, liftedCount: 0.01 }, { object: 'washer' }, PRIOR_BELIEF),
    ).toBe('Lifts nothing: not a single washer.');
  });

  it('say what limits, with the number behind it', () => {
    expect(limitSentence(limit)).toBe(
      'The battery is the limit: 41 % of its voltage is lost inside the cells. A second pack beside it would lift 33 % more.',
    );
    expect(limitSentence({ ...limit, gain: 2.24 })).toContain('2.2 times as much');
    expect(gainText(Infinity)).toBe('more than a hundred times as much');
  });

  it('exist for every kind of limit', () => {
    const kinds: LimitKind[] = [
      'cancelled',
      'wound-against',
      'current-limit',
      'material',
      'heat',
      'saturation',
      'battery',
      'leads',
      'wire',
      'room',
    ];
    const sentences = kinds.map((kind) => limitSentence({ ...limit, kind }));
    expect(new Set(sentences).size).toBe(kinds.length);
  });
});

describe('sentences about layers, chains and loads', () => {
  const { winding } = evaluation;

  it('say where the wire runs out of core', () => {
    expect(layersSentence(winding, 60)).toMatch(/^One layer, with room for \d+ more turns\.$/);
    const full = {
      ...winding,
      turnsPerLayer: 40,
      layers: [winding.layers[0]!, { ...winding.layers[0]!, turns: 20 }],
    };
    expect(layersSentence(full, 60)).toBe(
      'The wire runs out of core after 40 turns: 2 layers, the last of 20.',
    );
  });

  it('name an own object as its owner does', () => {
    expect(objectWord({ object: 'own', ownName: 'hooks' }, 5)).toBe('hooks');
    expect(objectWord({ object: 'own' }, 1)).toBe('object');
  });

  it('count a chain, or say that it does not hold', () => {
    expect(chainSentence(0, 'clip')).toContain('not a single clip');
    expect(chainSentence(3, 'clip')).toContain('about 3');
  });

  it('give the load with its gap, and the plate that is too thin', () => {
    const held = { gap: 1e-4, force: 3.9, mass: 0.398, plateTooThin: false };
    expect(loadSentence(held)).toContain('Across 0.1 mm it pulls with 3.9 N and holds about 400 g');
    expect(loadSentence({ ...held, plateTooThin: true })).toContain('too thin');
  });

  it('tell the kick with and without a diode', () => {
    const opening = { inductance: 1e-3, riseTime: 1e-3, energy: 0.004, kick: 213, offTime: 2e-3 };
    expect(openingSentence(opening, false)).toContain('about 210 V and a spark');
    expect(openingSentence({ ...opening, kick: 0.9 }, true)).toContain('0.9 V');
  });

  it('say what stays stuck and what a knock leaves', () => {
    const residual = { fluxDensity: 0.05, heldMass: 0.002, heldCount: 5, afterKnock: 2 };
    expect(residualSentence(residual, { object: 'clip-small' })).toMatch(
      /about 5 clips .* about 2/,
    );
    expect(residualSentence({ ...residual, heldCount: 0.2 }, { object: 'pin' })).toBe(
      'Switched off, everything falls.',
    );
  });
});

describe('how few cells hold a load', () => {
  const step = (cells: number, load: number) => ({
    cells,
    load,
    low: load * 0.7,
    high: load * 1.4,
    current: 1,
    allowedOnTime: 10,
  });
  const steps = [step(3, 3), step(2, 2), step(1, 1)];

  it.each([
    [0.5, '1 cell will hold 500 g.'],
    [0.9, '1 cell should hold 900 g; use 2 to be safe.'],
    [2.5, '3 cells should hold 2.5 kg, but it is not certain.'],
    [5, 'No number of cells in this range holds 5 kg.'],
  ])('for %d kg', (load, sentence) => {
    expect(cellsSentence(steps, load)).toBe(sentence);
  });
});

describe('things in a line', () => {
  const design = newDesign();

  it('are named by what they are', () => {
    expect(coreText(design.core)).toBe('Nail, 100 mm × 5 mm, low-carbon steel, cold-worked');
    expect(coreText({ ...design.core, shape: 'none' })).toContain('No core');
    expect(wireLine(design.wire)).toBe('Copper wire, 0.5 mm, enamelled');
    expect(wireLine({ ...design.wire, conductor: 'iron', insulation: 'bare' })).toBe(
      'Iron wire, 0.5 mm, bare',
    );
    expect(supplyText(design.supply)).toBe('Alkaline, D: 1 in series');
    expect(
      supplyText({ ...design.supply, kind: 'bench', voltage: '3 V', currentLimit: '2 A' }),
    ).toBe('Bench supply, 3 V, limited to 2 A');
  });
});

describe('numbers in sentences', () => {
  it('are whole above three and have a decimal below', () => {
    expect([countText(12.4), countText(2.34), countText(0)]).toEqual(['12', '2.3', '0']);
    expect(bandText({ low: 4.9, median: 8, high: 12.1, coverage: 0.9 })).toBe('4–13');
  });

  it('never promise more time or less wire than there is', () => {
    expect([secondsText(9.9), secondsText(200), secondsText(Infinity)]).toEqual([
      '9 s',
      '3 min',
      'no limit',
    ]);
    expect([wireText(0.4701), wireText(1.2301)]).toEqual(['48 cm', '1.24 m']);
    const inches = [0.6096, 0.58, 1.3, 0.3048 * 4].map((m) => wireText(m, 'imperial'));
    expect(inches).toEqual(['2 ft', '23 in', '4 ft 4 in', '4 ft']);
  });
});

import { describe, expect, it } from 'vitest';
import {
  searchByBruteForce,
  searchShelf,
  type SearchLimits,
  type SearchResult,
  type SearchStock,
} from './index.js';

const stock: SearchStock = {
  cores: [
    {
      id: 'nail',
      core: { shape: 'nail', length: 0.08, diameter: 0.004, bore: 0, material: 'nail-steel' },
      count: 12,
    },
    {
      id: 'rod',
      core: { shape: 'rod', length: 0.06, diameter: 0.008, bore: 0, material: 'annealed-steel' },
      count: 3,
    },
  ],
  reels: [
    {
      id: 'half',
      wire: { conductor: 'copper', diameter: 0.0005, insulation: 'enamel-1' },
      length: 20,
    },
  ],
  cells: [{ id: 'D', cell: { chemistry: 'alkaline', size: 'D' }, count: 8 }],
};
const limits: SearchLimits = {
  groups: 3,
  objectMass: 0.0004,
  onTime: 5,
  wire: Infinity,
  roomTemperature: 293.15,
  leads: { count: 2, resistanceEach: 0.07 },
};

function search(changed: Partial<SearchLimits> = {}, from = stock): SearchResult {
  const run = searchShelf(from, { ...limits, ...changed });
  for (;;) {
    const step = run.next();
    if (step.done) return step.value;
    expect(step.value.share).toBeGreaterThanOrEqual(0);
    expect(step.value.share).toBeLessThanOrEqual(1);
  }
}

describe('searching the shelf', () => {
  const found = search();

  it('finds the same front as evaluating everything, with far less work', () => {
    const all = searchByBruteForce(stock, limits);
    expect(found.front.map(({ design }) => design)).toEqual(all.map(({ design }) => design));
    expect(found.evaluated).toBeLessThan(found.candidates / 3);
  });

  it('passes over no winding of the front where thick and thin cores fill alike', () => {
    const rods = [
      [0.04, 0.012],
      [0.12, 0.003],
    ] as const;
    const rich: SearchStock = {
      cores: rods.map(([length, diameter]) => ({
        id: `${length} × ${diameter}`,
        core: { shape: 'rod', length, diameter, bore: 0, material: 'nail-steel' },
        count: 9,
      })),
      reels: [0.0003, 0.0005].map((diameter) => ({
        id: `${diameter}`,
        wire: { conductor: 'copper', diameter, insulation: 'enamel-1' },
        length: 500,
      })),
      cells: [{ id: 'AA', cell: { chemistry: 'alkaline', size: 'AA' }, count: 3 }],
    };
    const clips = { heap: { density: 900, susceptibility: 3, grain: 7e-3, classFactor: 2.7 } };
    const all = searchByBruteForce(rich, { ...limits, ...clips });
    const { front, evaluated } = search(clips, rich);
    expect(front.map(({ design }) => design)).toEqual(all.map(({ design }) => design));
    expect(front.length).toBeGreaterThan(10);
    expect(evaluated).toBeLessThan(500);
  });

  it('goes from little wire to much, each lifting more', () => {
    expect(found.front.length).toBeGreaterThan(5);
    found.front.forEach((design, i) => {
      if (i === 0) return;
      expect(design.wire).toBeGreaterThanOrEqual(found.front[i - 1]!.wire);
      expect(design.liftedMass).toBeGreaterThan(found.front[i - 1]!.liftedMass);
    });
  });

  it('proposes nothing that the shelf does not hold for all groups', () => {
    for (const { wire, design } of found.front) {
      expect(3 * wire).toBeLessThanOrEqual(20);
      expect(3 * design.supply.series * design.supply.parallel).toBeLessThanOrEqual(8);
    }
    expect(search({ groups: 4 }).front.every(({ core }) => core === 'nail')).toBe(true);
    expect(search({ groups: 20 }).front).toEqual([]);
  });

  it('keeps the limits of on-time and wire', () => {
    for (const { onTime } of search({ onTime: 30 }).front)
      expect(onTime).toBeGreaterThanOrEqual(30);
    for (const { wire } of search({ wire: 2 }).front) expect(wire).toBeLessThanOrEqual(2);
  });

  it('leaves out what only an adult may use', () => {
    const car = {
      ...stock,
      cells: [{ id: 'car', cell: { chemistry: 'lead-acid', size: 'car' }, count: 9 } as const],
    };
    expect(search({}, car).front).toEqual([]);
  });
});

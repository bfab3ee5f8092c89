import { describe, expect, it } from 'vitest';
import { evaluateMagnet, searchShelf, type SearchResult } from '@nab/core/experiments';
import { check } from '@nab/contract/problem';
import {
  designSchema,
  newDesign,
  toMagnetDesign,
  type DesignDocument,
} from '@nab/contract/experiments';
import {
  newShelfItem,
  shelfItemSchema,
  type ShelfItem,
  type VersionedShelfItem,
} from '@nab/contract/shelf';
import { shortagesOf } from '@nab/words/lesson';
import { designFound, stockOf } from './stock';
import { setAside, takeFromShelf } from '../../shelf';

const uuid = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const onShelf = (item: ShelfItem, n: number): VersionedShelfItem => ({
  id: uuid(n),
  version: 1,
  demo: false,
  item: { ...item, name: `thing ${n}` },
});
const bolt = newShelfItem('core');
const shelf = [
  onShelf(
    {
      ...bolt,
      core: {
        ...bolt.core!,
        shape: 'bolt',
        length: '6 cm',
        diameter: '8 mm',
        headDiameter: '13 mm',
        headHeight: '5 mm',
        count: 3,
      },
    },
    1,
  ),
  onShelf(
    {
      ...newShelfItem('reel'),
      reel: { ...newShelfItem('reel').reel!, size: '26 AWG', length: '12 m' },
    },
    2,
  ),
  onShelf(
    {
      ...newShelfItem('cell'),
      cell: { ...newShelfItem('cell').cell!, emf: '1.5 V', internalResistance: '0.3 Ω', count: 5 },
    },
    3,
  ),
  onShelf(
    {
      ...newShelfItem('object'),
      object: { object: 'own', ownName: 'hooks', massEach: '0.7 g', count: 50 },
    },
    4,
  ),
];
const drawn = shelf.reduce<DesignDocument>(takeFromShelf, newDesign());

describe('a design that draws from the shelf', () => {
  it('has its parts, in the words of the shelf, and stays a design', () => {
    expect(check(designSchema, drawn)).toMatchObject({ ok: true });
    expect(drawn.core).toMatchObject({ shape: 'bolt', length: '6 cm', shelf: uuid(1) });
    expect(drawn.wire).toMatchObject({ size: '26 AWG', shelf: uuid(2) });
    expect(drawn.supply).toMatchObject({
      emf: '1.5 V',
      internalResistance: '0.3 Ω',
      shelf: uuid(3),
    });
    expect(drawn.load).toMatchObject({ ownName: 'hooks', massEach: '0.7 g', shelf: uuid(4) });
  });

  it('moves its winding onto a shorter core, the bare tip as it was', () => {
    expect(drawn.winding).toMatchObject({ start: '0 mm', end: '50 mm' });
  });

  it('forgets what was measured of another cell', () => {
    const typical = takeFromShelf(drawn, onShelf(newShelfItem('cell'), 9));
    expect(typical.supply.emf).toBeUndefined();
  });

  it('is short of what the class needs and says how much', () => {
    const short = shortagesOf(drawn, shelf, { magnets: 4, packs: 4, wire: 15.5, objects: 80 });
    expect(short.map(({ part, needed, there }) => [part, needed, there])).toEqual([
      ['core', '4 cores', '3'],
      ['wire', '15.5 m', '12.0 m'],
      ['load', '80 objects', '50'],
    ]);
    expect(shortagesOf(drawn, shelf, { magnets: 2, packs: 2, wire: 5, objects: 40 })).toEqual([]);
    expect(
      shortagesOf(newDesign(), shelf, { magnets: 99, packs: 99, wire: 999, objects: 999 }),
    ).toEqual([]);
  });

  it('comes back as it was set aside', () => {
    const item = setAside(drawn);
    expect(check(shelfItemSchema, item)).toMatchObject({ ok: true });
    expect(takeFromShelf(newDesign(), { id: uuid(7), item })).toEqual(drawn);
  });
});

describe('what the search finds', () => {
  const limits = {
    groups: 2,
    objectMass: 0.0004,
    onTime: 5,
    wire: Infinity,
    roomTemperature: 293.15,
    leads: toMagnetDesign(newDesign()).leads,
  };
  const run = searchShelf(stockOf(shelf), limits);
  let result: SearchResult | undefined;
  while (!result) {
    const step = run.next();
    if (step.done) result = step.value;
  }

  it('opens as a design that lifts what was promised', () => {
    expect(result!.front.length).toBeGreaterThan(3);
    for (const found of result!.front) {
      const document = designFound(found, shelf);
      expect(check(designSchema, document)).toMatchObject({ ok: true });
      const lifted = evaluateMagnet(toMagnetDesign(document)).liftedCount;
      expect(Math.abs(lifted / found.liftedCount - 1)).toBeLessThan(0.02);
    }
  });
});

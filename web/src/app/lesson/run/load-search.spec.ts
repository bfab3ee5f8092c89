import { signal } from '@angular/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { LoadSearch, type SearchTarget } from './load-search';

describe('a trial that is a row of steps', () => {
  const sought = signal<SearchTarget | null>('load');
  const expected = signal<{ low: number; high: number } | null>({ low: 1, high: 6 });
  let hanging: LoadSearch;
  beforeEach(() => {
    sought.set('load');
    expected.set({ low: 1, high: 6 });
    hanging = new LoadSearch(sought, expected, () => [4, 3, 2, 1]);
  });

  it('begins with a load that should hold, and goes on from what held and dropped', () => {
    const first = hanging.next()!;
    expect(first).toBeGreaterThan(1);
    expect(first).toBeLessThan(3);
    hanging.answer(first, true, 4);
    expect(hanging.next()!).toBeGreaterThan(first);
    hanging.answer(5, false, 3);
    expect(hanging.held()).toBe(first);
    expect(hanging.dropped()).toBe(5);
    expect(hanging.next()!).toBeLessThan(5);
    expect(hanging.on()).toBe(7);
  });

  it('is found when what dropped is hardly more than what held', () => {
    hanging.answer(2, true, 1);
    hanging.answer(2.3, false, 1);
    expect(hanging.next()).toBeNull();
  });

  it('keeps the heaviest that held, whatever order they were hung in', () => {
    hanging.answer(3, true, 1);
    hanging.answer(2, true, 1);
    hanging.answer(6, false, 1);
    hanging.answer(5, false, 1);
    expect([hanging.held(), hanging.dropped()]).toEqual([3, 5]);
  });

  it('takes one cell away after the other until it drops', () => {
    sought.set('cells');
    expect(hanging.next()).toBe(4);
    hanging.answer(4, true, 1);
    hanging.answer(3, true, 1);
    expect(hanging.next()).toBe(2);
    hanging.answer(2, false, 1);
    expect(hanging.next()).toBeNull();
    expect(hanging.held()).toBe(3);
    hanging.undo();
    expect(hanging.next()).toBe(2);
    hanging.reset();
    expect([hanging.held(), hanging.next()]).toEqual([null, 4]);
  });

  it('takes packs away, as many cells as they have', () => {
    sought.set('cells');
    const packs = new LoadSearch(sought, expected, () => [6, 4, 2]);
    expect(packs.next()).toBe(6);
    packs.answer(6, true, 1);
    expect(packs.next()).toBe(4);
    packs.answer(4, false, 1);
    expect(packs.next()).toBeNull();
    expect([packs.held(), packs.dropped()]).toEqual([6, 4]);
  });

  it('ends where not even all of them held', () => {
    sought.set('cells');
    hanging.answer(4, false, 1);
    expect([hanging.held(), hanging.dropped(), hanging.next()]).toEqual([null, 4, null]);
  });

  it('ends with the last cell', () => {
    sought.set('cells');
    for (const cells of [4, 3, 2, 1]) hanging.answer(cells, true, 1);
    expect(hanging.next()).toBeNull();
    expect(hanging.held()).toBe(1);
  });
});

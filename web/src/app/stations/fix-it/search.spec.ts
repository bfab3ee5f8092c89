import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { EXPERIMENTS } from '@nab/core/experiments';
import type { SymptomId } from '@nab/core/teaching';
import { afterEach, describe, expect, it } from 'vitest';
import { Search } from './search';

afterEach(() => localStorage.clear());

function searchAt(place: string, seen: SymptomId | null = null): Search {
  const design = signal(EXPERIMENTS['straight-magnet'].start());
  const search = TestBed.runInInjectionContext(
    () => new Search(design, signal(place), signal(seen)),
  );
  TestBed.tick();
  return search;
}

describe('a search for a fault', () => {
  it('begins with what is known, and is remembered where it was', () => {
    const search = searchAt('one', 'weak');
    expect(search.noted().symptom).toBe('weak');
    search.answer('wiggle', 'no');
    search.read('current', '2 A');
    search.skip('scrape');
    TestBed.tick();
    const again = searchAt('one', 'nothing');
    expect(again.noted()).toEqual(search.noted());
    expect(searchAt('another').noted().checks).toEqual({});
  });

  it('proposes nothing that was answered or put off, until it is taken back', () => {
    const search = searchAt('two');
    const first = search.tests()[0]!.id;
    search.skip(first);
    expect(search.tests().map(({ id }) => id)).not.toContain(first);
    search.takeBack(first);
    expect(search.tests()[0]!.id).toBe(first);
  });

  it('begins anew where what was remembered cannot be read', () => {
    localStorage.setItem('nab-fix-it:three', '{"checks":');
    expect(searchAt('three').noted().checks).toEqual({});
    localStorage.setItem(
      'nab-fix-it:four',
      '{"symptom":"sulks","checks":{"wiggle":"perhaps"},"readings":{"current":"much"}}',
    );
    expect(searchAt('four').noted()).toMatchObject({ symptom: null, checks: {}, readings: {} });
  });

  it('is as good as sure once the ends were sanded and it worked', () => {
    const search = searchAt('five', 'nothing');
    expect(search.found()).toBeNull();
    search.read('coil-resistance', 'none');
    search.answer('scrape', 'yes');
    expect(search.found()).toBe('enamel');
    search.startAgain();
    expect(search.found()).toBeNull();
  });
});

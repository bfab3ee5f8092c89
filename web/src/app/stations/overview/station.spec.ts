import { TestBed } from '@angular/core/testing';
import { needleSchema, newNeedle, type NeedleDocument } from '@nab/contract/experiments';
import { afterEach, describe, expect, it } from 'vitest';
import type { Schema } from 'yup';
import { Station } from './station';

const KEY = 'nab-test-station';
const begin = () =>
  TestBed.runInInjectionContext(
    () =>
      new Station<NeedleDocument>(KEY, needleSchema as Schema<NeedleDocument>, () => newNeedle()),
  );
// The browser of the unit tests has no File.text().
const file = (content: unknown) =>
  ({
    text: async () => (typeof content === 'string' ? content : JSON.stringify(content)),
  }) as File;

afterEach(() => localStorage.clear());

describe('what stands on a station', () => {
  it('is remembered, faults and all', () => {
    const station = begin();
    station.edit((needle) => ({ ...needle, length: '5 cm' }));
    TestBed.tick();
    expect(begin().value().length).toBe('5 cm');
  });

  it('is computed with the last value that had no fault', () => {
    const station = begin();
    station.edit((needle) => ({ ...needle, length: '5 cm' }));
    expect(station.valid().length).toBe('5 cm');
    station.edit((needle) => ({ ...needle, length: '5 kg' }));
    expect(station.errors().map(({ path }) => path)).toEqual(['length']);
    expect(station.value().length).toBe('5 kg');
    expect(station.valid().length).toBe('5 cm');
  });

  it('begins anew where what was kept cannot be read', () => {
    localStorage.setItem(KEY, '{"format":');
    expect(begin().value()).toEqual(newNeedle());
    localStorage.setItem(KEY, JSON.stringify({ ...newNeedle(), strokes: -3 }));
    expect(begin().value()).toEqual(newNeedle());
  });

  it('opens its own files and says what is wrong with others', async () => {
    const station = begin();
    await station.open(file({ ...newNeedle(), strokes: 7 }));
    expect(station.value().strokes).toBe(7);
    await station.open(file('no JSON'));
    expect(station.faults()).toEqual(['The file is not JSON, so it cannot be one of Nab’s.']);
    await station.open(file({ ...newNeedle(), format: 'nab-filings', strokes: 7.5 }));
    expect(station.faults().join(' ')).toContain('strokes: Must be a whole number from 0 to 200.');
    expect(station.value().strokes).toBe(7);
    station.startAgain();
    expect(station.faults()).toEqual([]);
    expect(station.value()).toEqual(newNeedle());
  });
});

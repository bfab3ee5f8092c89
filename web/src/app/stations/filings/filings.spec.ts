import { TestBed } from '@angular/core/testing';
import { newFilings, toFilingSource, withSource } from '@nab/contract/experiments';
import { FILING_SOURCES, fieldOnSheet, type FilingSourceKind } from '@nab/core/experiments';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Sheet } from './sheet';
import { sourceMarks } from './source-marks';

const source = (kind: FilingSourceKind) => toFilingSource(withSource(newFilings(), kind));

describe('the drawing of what lies there', () => {
  it.each(Object.keys(FILING_SOURCES) as FilingSourceKind[])('shows a %s on the sheet', (kind) => {
    const marks = sourceMarks(source(kind));
    expect(marks.length).toBeGreaterThan(0);
    for (const { x, y } of marks) {
      expect(Math.abs(x)).toBeLessThan(100);
      expect(Math.abs(y)).toBeLessThan(70);
    }
    expect(marks.every(({ under }) => under)).toBe(kind.endsWith('under'));
  });

  it('names poles as they are', () => {
    const texts = (alike: boolean) =>
      sourceMarks({ ...source('poles-under'), alike }).map(({ text }) => text);
    expect(texts(false)).toEqual(['N', 'S']);
    expect(texts(true)).toEqual(['N', 'N']);
    expect(sourceMarks({ ...source('coil-through'), turns: 1000 })).toHaveLength(48);
  });
});

describe('a sheet of filings', () => {
  beforeEach(() => {
    vi.stubGlobal('matchMedia', () => ({ matches: true }));
  });
  afterEach(() => vi.unstubAllGlobals());
  const begin = (kind: FilingSourceKind) => {
    const sheet = TestBed.runInInjectionContext(() => new Sheet());
    sheet.over(fieldOnSheet({ ...source(kind), current: 1 }), 1);
    sheet.begin(2000);
    return sheet;
  };

  it('where motion is not wanted is settled at once by a tap', () => {
    const sheet = begin('bar-under');
    // What is stronger than friction turned them as they fell.
    const { seen } = sheet.pattern();
    expect(seen).toBeGreaterThan(0.1);
    sheet.tap();
    sheet.tap();
    expect(sheet.pattern().seen).toBeGreaterThan(seen);
    expect(sheet.pattern().seen).toBeGreaterThan(0.4);
    expect(sheet.count() + sheet.fell()).toBe(2000);
  });

  it('shows more with more current, and nothing without', () => {
    const sheet = begin('coil-through');
    sheet.scaled(0);
    sheet.tap();
    expect(sheet.pattern().weakest).toBeNull();
    sheet.scaled(30);
    sheet.tap();
    sheet.tap();
    expect(sheet.pattern().weakest).not.toBeNull();
  });

  it('gives up to the bag what it passes, and gets more', () => {
    const sheet = begin('bar-under');
    sheet.sweep([-0.09, 0.03], [0.09, 0.03]);
    expect(sheet.gathered()).toBeGreaterThan(200);
    expect(sheet.count() + sheet.gathered()).toBe(2000);
    sheet.more(300);
    expect(sheet.count() + sheet.gathered() + sheet.fell()).toBe(2300);
  });
});

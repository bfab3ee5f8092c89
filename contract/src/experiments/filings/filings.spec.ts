import { describe, expect, it } from 'vitest';
import { FILING_SOURCES, fieldOnSheet, type FilingSourceKind } from '@nab/core/experiments';
import { check } from '../../problem/index.js';
import { filingsSchema, newFilings, toFilingSource, withSource } from '../index.js';

const KINDS = Object.keys(FILING_SOURCES) as FilingSourceKind[];

describe('the file of a sheet of filings', () => {
  it.each(KINDS)('begins over a %s with what can be built, and filings feel it', (kind) => {
    const document = withSource(newFilings(), kind);
    expect(check(filingsSchema, document, 'wire').ok).toBe(true);
    const field = fieldOnSheet(toFilingSource(document))(0.012, 0.013);
    expect(Math.hypot(...field)).toBeGreaterThan(1e-4);
  });

  it.each<[string, object, string]>([
    ['another format', { format: 'nab-needle' }, 'format'],
    ['a source that there is not', { source: 'planet-under' }, 'source'],
    ['a current in volts', { current: '3 V' }, 'current'],
    ['too many filings', { filings: 1e6 }, 'filings'],
    ['half a turn', { turns: 0.5 }, 'turns'],
  ])('with %s is refused beside the field', (_what, change, path) => {
    const checked = check(filingsSchema, { ...newFilings(), ...change }, 'file');
    const paths = checked.ok ? [] : checked.errors.map((one) => one.path);
    expect(paths).toContain(path);
  });
});

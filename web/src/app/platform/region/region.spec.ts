import { describe, expect, it } from 'vitest';
import { localeOf, paperOf } from './region';

describe('what follows the browser’s region', () => {
  it('is English, as the region writes dates', () => {
    expect(localeOf('en-US')).toBe('en-US');
    expect(localeOf('en')).toBe('en');
    expect(localeOf('de-DE')).toBe('en-DE');
    expect(localeOf('fr')).toBe('en-GB');
    expect(localeOf('?')).toBe('en-GB');
  });

  it('is the paper', () => {
    expect(paperOf('en-US')).toBe('Letter');
    expect(paperOf('es-MX')).toBe('Letter');
    // A language alone is taken for where most of those live who speak it.
    expect(paperOf('en')).toBe('Letter');
    expect(paperOf('de')).toBe('A4');
    expect(paperOf('en-GB')).toBe('A4');
    expect(paperOf('?')).toBe('A4');
  });
});

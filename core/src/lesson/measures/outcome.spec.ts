import { describe, expect, it } from 'vitest';
import { ceilingOf, MEASURE_IDS, measureOf, valueOf, type Outcome } from './index.js';

const count = (number: number): Outcome => ({ kind: 'count', count: number, off: 0, stuck: 0 });
const load = (held: number, dropped: number | null): Outcome => ({
  kind: 'interval',
  held,
  dropped,
  typed: '',
});

describe('a reading as a number', () => {
  it('of objects is their count, and “at least” once the tray is empty', () => {
    expect(valueOf(count(29), 30)).toEqual({ value: 29, censored: null });
    expect(valueOf(count(30), 30)).toEqual({ value: 30, censored: 'at-least' });
    expect(valueOf(count(3000), null)).toEqual({ value: 3000, censored: null });
  });

  it('of loads is the geometric mean of held and dropped, certainly between them', () => {
    expect(valueOf(load(2, 8), null)).toEqual({ value: 4, censored: null, from: 2, to: 8 });
    expect(valueOf(load(0, 0.5), null)).toMatchObject({ value: 0.25, from: 0, to: 0.5 });
    expect(valueOf(load(5, null), null)).toEqual({ value: 5, censored: 'at-least', from: 5 });
  });

  it('of yes and no is one and nothing', () => {
    expect(valueOf({ kind: 'yes-no', yes: true }, null).value).toBe(1);
    expect(valueOf({ kind: 'yes-no', yes: false }, null).value).toBe(0);
  });

  it('of several objects is how many were lifted, of words none', () => {
    const lifted = { a: true, b: false, c: true };
    expect(valueOf({ kind: 'objects', lifted }, null).value).toBe(2);
    expect(valueOf({ kind: 'words', text: 'It hummed.' }, null).value).toBeNaN();
    expect(valueOf({ kind: 'number', value: 0.4, typed: '' }, 0.1)).toEqual({
      value: 0.4,
      censored: null,
    });
  });
});

describe('every measure', () => {
  it('ends where the tray ends, where it says so', () => {
    const byTray = MEASURE_IDS.filter((id) => measureOf(id).ceiling === 'tray');
    expect(byTray).toEqual([
      'objects-one-end',
      'objects-each-end',
      'objects-both-ends',
      'chain-length',
    ]);
    for (const id of byTray) expect(ceilingOf(measureOf(id), 45)).toBe(45);
    expect(ceilingOf(measureOf('load-held'), 45)).toBeNull();
  });

  it('is a lower limit where not even all cells held', () => {
    const count = { kind: 'count', count: 7, off: 0, stuck: null } as const;
    expect(valueOf({ ...count, atLeast: true }, null)).toEqual({ value: 7, censored: 'at-least' });
    expect(valueOf(count, null)).toEqual({ value: 7, censored: null });
  });

  it.each(MEASURE_IDS)('%s has words for more and less of it, unless it is a sentence', (id) => {
    const { more, data } = measureOf(id);
    expect(more === undefined).toBe(data === 'words');
    for (const words of more ?? []) expect(words).toMatch(/^the /);
  });

  it.each(MEASURE_IDS)('%s has a protocol in sentences and a step to read by', (id) => {
    const { protocol, data, quantity, resolution, unit } = measureOf(id);
    for (const text of [protocol.on, protocol.read]) expect(text).toMatch(/^\p{Lu}.*[.?]$/su);
    if (protocol.offCheck) expect(protocol.off).toMatch(/^\p{Lu}.*[.?]$/su);
    if (data !== 'words') expect(resolution).toBeGreaterThan(0);
    // Only quantities carry a unit that can be typed.
    if (quantity !== null) expect(unit).not.toBe('');
    // What stays stuck can only be counted.
    if (protocol.stuck) expect(data).toBe('count');
  });
});

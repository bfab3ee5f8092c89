import type { Trial } from '@nab/contract/lesson';
import { exampleReading } from '@nab/contract/testing';
import { describe, expect, it } from 'vitest';
import { burstsOf } from './bursts';
import { partWords } from './part-words';

const out = (seconds: number, reason: string): Trial => {
  const receivedAt = new Date(Date.UTC(2026, 9, 7, 9, 0, seconds)).toISOString();
  const current = exampleReading({ receivedAt, reason, withdrawn: true });
  return { current } as Trial;
};

describe('trials that were taken out', () => {
  it('stand together when they were taken out within two minutes of one another, the last first', () => {
    const trials = [
      out(0, 'loose tape'),
      out(3600, 'for fun'),
      out(3719, 'for fun'),
      out(3840, 'x'),
    ];
    const bursts = burstsOf(trials);
    expect(bursts.map((burst) => [burst.trials.length, burst.reasons])).toEqual([
      [1, ['x']],
      [2, ['for fun']],
      [1, ['loose tape']],
    ]);
    expect(bursts[1]!.at).toBe('2026-10-07T10:01:59.000Z');
    expect(burstsOf([])).toEqual([]);
  });
});

it('calls parts by the words of the pages', () => {
  expect(partWords(['traySize', 'winding', 'restTime'])).toBe(
    'objects in the tray, winding, rest time',
  );
});

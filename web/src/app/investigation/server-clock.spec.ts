import { TestBed } from '@angular/core/testing';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ServerTime } from '../platform/session';
import { ServerClock } from './server-clock';

const NOW = Date.parse('2026-11-26T10:00:00Z');
const DAY = 86_400_000;

beforeEach(() => vi.useFakeTimers({ now: NOW }));
afterEach(() => vi.useRealTimers());

describe('the time at the bench', () => {
  it('is the device’s where that is right enough', () => {
    TestBed.inject(ServerTime).take(new Date(NOW + 15_000).toISOString());
    expect(TestBed.inject(ServerClock).now()).toBe(NOW);
  });

  it.each([DAY, -DAY])('is the server’s where the device is wrong by %d ms', (slow) => {
    const clock = TestBed.inject(ServerClock);
    TestBed.inject(ServerTime).take(new Date(NOW + slow).toISOString());
    clock.real();
    expect(clock.iso()).toBe(new Date(NOW + slow).toISOString());
    vi.advanceTimersByTime(5000);
    expect(clock.now()).toBe(NOW + slow + 5000);
  });
});

import '@angular/compiler';
import {
  createEnvironmentInjector,
  runInInjectionContext,
  type EnvironmentInjector,
} from '@angular/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ServerClock } from '../../investigation';
import { ServerTime } from '../../platform/session';
import { Countdown } from './countdown';

let injector: EnvironmentInjector;

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] });
  vi.stubGlobal('requestAnimationFrame', (frame: FrameRequestCallback) =>
    setTimeout(() => frame(performance.now()), 16),
  );
  vi.stubGlobal('cancelAnimationFrame', (id: ReturnType<typeof setTimeout>) => clearTimeout(id));
  injector = createEnvironmentInjector(
    [ServerClock, ServerTime],
    null as unknown as EnvironmentInjector,
  );
});
afterEach(() => {
  injector.destroy();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const countdown = (): Countdown => runInInjectionContext(injector, () => new Countdown());

describe('the time a magnet is on', () => {
  it('is kept as it was, though it was longer than allowed', () => {
    const on = countdown();
    on.start(5);
    vi.advanceTimersByTime(8000);
    expect(on.over()).toBe(true);
    on.stop();
    expect(on.elapsed()).toBeCloseTo(8, 1);
    expect(on.over()).toBe(false);
  });

  it('is over when the limit has come, and not before', () => {
    const on = countdown();
    on.start(5);
    vi.advanceTimersByTime(4900);
    expect(on.over()).toBe(false);
    vi.advanceTimersByTime(200);
    expect(on.over()).toBe(true);
    on.reset();
    expect(on.over()).toBe(false);
  });

  it('is true although the page drew nothing meanwhile', () => {
    vi.stubGlobal('requestAnimationFrame', () => 0);
    const on = countdown();
    on.start(60);
    vi.advanceTimersByTime(3000);
    on.stop();
    expect(on.elapsed()).toBeCloseTo(3, 2);
  });

  it('stands still after switching off and starts from nothing the next time', () => {
    const on = countdown();
    on.start(60);
    vi.advanceTimersByTime(2000);
    on.stop();
    vi.advanceTimersByTime(2000);
    expect(on.elapsed()).toBeCloseTo(2, 1);
    expect(on.running()).toBe(false);
    on.start(60);
    expect(on.elapsed()).toBe(0);
  });
});

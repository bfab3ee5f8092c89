import { TestBed } from '@angular/core/testing';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { AnimationPlayer } from './animation-player';

afterEach(() => vi.unstubAllGlobals());

const wanted = (motion: boolean) => vi.stubGlobal('matchMedia', () => ({ matches: !motion }));
const made = () => TestBed.runInInjectionContext(() => new AnimationPlayer());

describe('what is shown as fast as it happens', () => {
  it('is shown to its end, and then at rest', async () => {
    wanted(true);
    const real = made();
    const seen: number[] = [];
    real.toggle(
      0.1,
      (time) => seen.push(time),
      () => true,
    );
    expect(real.playing()).toBe(true);
    await vi.waitFor(() => expect(real.playing()).toBe(false));
    expect(seen.at(-1)).toBe(0.1);
    expect([...seen].sort((p, q) => p - q)).toEqual(seen);
  });

  it('stops when it is told to, and when it is something else', async () => {
    wanted(true);
    const real = made();
    real.toggle(
      60,
      () => undefined,
      () => true,
    );
    real.toggle(
      60,
      () => undefined,
      () => true,
    );
    expect(real.playing()).toBe(false);
    real.toggle(
      60,
      () => undefined,
      () => false,
    );
    await vi.waitFor(() => expect(real.playing()).toBe(false));
  });

  it('is how it ends, at once, where motion is not wanted', () => {
    wanted(false);
    const real = made();
    const seen: number[] = [];
    real.toggle(
      5,
      (time) => seen.push(time),
      () => true,
    );
    expect(seen).toEqual([5]);
    expect(real.playing()).toBe(false);
  });
});

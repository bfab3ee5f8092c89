import { afterEach, describe, expect, it, vi } from 'vitest';
import { remember, remembered } from './local-storage';

afterEach(() => {
  vi.restoreAllMocks();
  localStorage.clear();
});

describe('what a browser remembers', () => {
  it('comes back', () => {
    remember('nab-test', 'dark');
    expect(remembered('nab-test')).toBe('dark');
    expect(remembered('nab-other')).toBeNull();
  });

  it('is nothing where storage is forbidden, and nobody is disturbed', () => {
    const forbid = (): never => {
      throw new DOMException('The operation is insecure.', 'SecurityError');
    };
    vi.spyOn(window, 'localStorage', 'get').mockImplementation(forbid);
    expect(() => remember('nab-test', 'dark')).not.toThrow();
    expect(remembered('nab-test')).toBeNull();
  });
});

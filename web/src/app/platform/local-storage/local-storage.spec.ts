import { afterEach, describe, expect, it, vi } from 'vitest';
import { writeLocal, readLocal } from './local-storage';

afterEach(() => {
  vi.restoreAllMocks();
  localStorage.clear();
});

describe('what a browser remembers', () => {
  it('comes back', () => {
    writeLocal('nab-test', 'dark');
    expect(readLocal('nab-test')).toBe('dark');
    expect(readLocal('nab-other')).toBeNull();
  });

  it('is nothing where storage is forbidden, and nobody is disturbed', () => {
    const forbid = (): never => {
      throw new DOMException('The operation is insecure.', 'SecurityError');
    };
    vi.spyOn(window, 'localStorage', 'get').mockImplementation(forbid);
    expect(() => writeLocal('nab-test', 'dark')).not.toThrow();
    expect(readLocal('nab-test')).toBeNull();
  });
});

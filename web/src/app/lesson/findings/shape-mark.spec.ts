import { describe, expect, it } from 'vitest';
import { shapeMark } from './shape-mark';

describe('what is said at a shape', () => {
  it('is the best of a single line', () => {
    const one = [{ name: '', best: 'line' }] as const;
    expect(shapeMark('line', ['line', 'power'], one)).toBe(' (best)');
    expect(shapeMark('power', ['line', 'power'], one)).toBe(' (as good)');
    expect(shapeMark('saturating', ['line', 'power'], one)).toBe('');
  });

  it('is kept apart where lines differ', () => {
    const two = [
      { name: '80 turns', best: 'line' },
      { name: '160 turns', best: 'saturating' },
    ] as const;
    expect(shapeMark('line', ['line'], two)).toBe(' (best for 80 turns)');
    expect(shapeMark('saturating', ['line'], two)).toBe(' (best for 160 turns)');
    expect(shapeMark('power', ['line', 'power'], two)).toBe(' (as good)');
  });

  it('is said once where lines agree', () => {
    const two = [
      { name: '80 turns', best: 'line' },
      { name: '160 turns', best: 'line' },
    ] as const;
    expect(shapeMark('line', ['line'], two)).toBe(' (best)');
  });
});

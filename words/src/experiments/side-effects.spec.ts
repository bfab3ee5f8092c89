import { describe, expect, it } from 'vitest';
import { sideEffectText } from './side-effects.js';

describe('a fair test in words', () => {
  it('has every side effect in its own unit', () => {
    expect(sideEffectText({ what: 'current', from: 1.93, to: 3.98 })).toEqual({
      name: 'Current',
      from: '1.9 A',
      to: '4 A',
    });
    expect(sideEffectText({ what: 'drain', from: 57.6, to: 120 })).toMatchObject({
      from: '16 mAh',
      to: '33 mAh',
    });
    expect(sideEffectText({ what: 'wire', from: 1.234, to: 10 })).toMatchObject({ from: '1.2 m' });
    expect(sideEffectText({ what: 'resistance', from: 0.12, to: 1 })).toMatchObject({
      from: '0.12 Ω',
    });
    expect(sideEffectText({ what: 'heat', from: 0.761, to: 3 })).toMatchObject({ from: '0.76 W' });
    expect(sideEffectText({ what: 'turns', from: 59.7, to: 80 })).toMatchObject({ from: '60' });
  });
});

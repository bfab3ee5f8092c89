import { describe, expect, it } from 'vitest';
import { checkWords, placeWords } from './index.js';
import { remarkText } from '../lesson/index.js';

const place = { layer: 0, layers: 2, inLayer: 42, wound: 7, forward: false, wireLeft: 1 };

describe('where the hand is', () => {
  it('says layer, turn and direction', () => {
    expect(placeWords(place, true)).toBe('Layer 1 of 2, turn 7 of 42, away from the lifting end.');
    expect(placeWords({ ...place, layer: 1, forward: true }, true)).toContain('toward the lifting');
    expect(placeWords({ ...place, layers: 1 }, true)).toMatch(/^Turn 7 of 42/);
    expect(placeWords({ ...place, layer: 1 }, false)).toContain('back to where you began');
  });
});

describe('what a check of the count means', () => {
  const counted = { turns: 108.4, uncertainty: 6.2, verdict: 'recount' } as const;
  it('is turns with their uncertainty and what to do', () => {
    expect(checkWords(counted, 120, 'resistance')).toBe(
      'That is 108 ± 6 turns, where 120 were planned: about 12 too few. Count again.',
    );
    expect(checkWords({ ...counted, turns: 119, verdict: 'right' }, 120, 'mass')).toContain(
      'as planned (120)',
    );
    expect(checkWords({ ...counted, verdict: 'coarse' }, 120, 'mass')).toContain(
      'this scale is too',
    );
    expect(checkWords({ ...counted, turns: 300 }, 120, 'resistance')).toContain('enamel is left');
    expect(checkWords(null, 120, 'mass')).toContain('core taken off');
  });
});

describe('a remark on a reading', () => {
  it('says what to do with it', () => {
    expect(remarkText('tray-empty', 'washers')).toContain('Put more washers in');
    expect(remarkText('far-from-others', 'clips')).toContain('count again?');
  });
});

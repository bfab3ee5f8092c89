import { signal } from '@angular/core';
import { beforeEach, describe, expect, it } from 'vitest';
import { TurnTally } from './turn-tally';

describe('turns counted by hand', () => {
  beforeEach(() => localStorage.clear());

  it('are kept for each coil, and there again after a reload', () => {
    const coil = signal('a');
    const tally = new TurnTally(coil);
    tally.add(10);
    tally.add(1);
    coil.set('b');
    expect(tally.count()).toBe(0);
    tally.add(3);
    coil.set('a');
    expect(tally.count()).toBe(11);
    expect(new TurnTally(() => 'b').count()).toBe(3);
  });

  it('are never fewer than none, and nonsense in the browser is none', () => {
    localStorage.setItem('nab-turns:a', 'many');
    const tally = new TurnTally(() => 'a');
    expect(tally.count()).toBe(0);
    tally.add(-1);
    expect(tally.count()).toBe(0);
    tally.add(5);
    const back = tally.reset();
    expect(new TurnTally(() => 'a').count()).toBe(0);
    back();
    expect(new TurnTally(() => 'a').count()).toBe(5);
  });
});

import type { Factor } from './factor.js';

/** Each level a design of its own, from the shelf or a file: anything may differ. */
export const designs: Factor = {
  name: 'Whole designs',
  phrase: 'the whole design: each level is a magnet of its own',
  plainly: 'the whole magnet',
  axis: { kind: 'designs' },
  // The level brings its own subject; see levelSubject.
  on: {},
  sideEffects: ['turns', 'wire', 'resistance', 'current', 'heat', 'drain'],
  expected: 0,
};

import { COIL_COUNTS } from '../../physics/index.js';
import { onEveryFixedCoil, times, type Factor } from './factor.js';

/** Turns of the coil; of a straight wire, how often it passes the compass. */
export const turns: Factor = {
  name: 'Number of turns',
  phrase: 'the number of turns',
  plainly: 'how many turns of wire',
  more: 'the more turns',
  axis: { kind: 'number', unit: 'turns', one: 'turn', ...COIL_COUNTS.turns, whole: true },
  on: onEveryFixedCoil({
    read: ({ winding }) => winding.turns,
    apply: (coil, level) => ({ ...coil, winding: { ...coil.winding, turns: Number(level) } }),
  }),
  sideEffects: ['wire', 'resistance', 'current', 'heat', 'drain'],
  expected: 1,
  suggest: times(0.25, 0.5, 0.75, 1, 1.5),
};

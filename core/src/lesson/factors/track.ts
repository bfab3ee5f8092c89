import { TRACK_COUNTS, TRACK_LIMITS, withTrackTurns } from '../../experiments/index.js';
import type { Factor } from './factor.js';

export const magnetsPerEnd: Factor = {
  name: 'Magnets at each end of the cell',
  phrase: 'the number of magnets at each end of the cell',
  plainly: 'how many magnets sit at each end',
  more: 'the more magnets',
  axis: {
    kind: 'number',
    unit: 'magnets',
    one: 'magnet',
    ...TRACK_COUNTS.magnetsPerEnd,
    whole: true,
  },
  on: {
    'rolling-cell': {
      read: ({ magnets }) => magnets.perEnd,
      apply: (design, level) => ({
        ...design,
        magnets: { ...design.magnets, perEnd: Number(level) },
      }),
    },
  },
  sites: ['track', 'anywhere'],
  sideEffects: [],
  expected: 0,
  suggest: () => [1, 2, 3],
};

export const turnGap: Factor = {
  name: 'Gap between the turns',
  phrase: 'the gap between one turn and the next',
  plainly: 'how far apart the turns are',
  more: 'the wider the gap between turns',
  axis: { kind: 'quantity', quantity: 'length', ...TRACK_LIMITS.turnGap },
  on: {
    'rolling-cell': {
      read: ({ track }) => track.turnGap,
      apply: (design, level) =>
        withTrackTurns({ ...design, track: { ...design.track, turnGap: Number(level) } }),
    },
  },
  sites: ['track', 'anywhere'],
  sideEffects: ['resistance', 'current', 'wire'],
  expected: 0,
  suggest: () => [0.0003, 0.0005, 0.001, 0.002],
};

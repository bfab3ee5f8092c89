import { COMPASS_LIMITS, COMPASS_SIDES, type CompassSide } from '../../experiments/index.js';
import type { Factor } from './factor.js';

export const compassDistance: Factor = {
  name: 'Distance of the compass',
  phrase: 'the distance of the compass',
  plainly: 'how far away the compass is',
  more: 'the further away the compass',
  axis: { kind: 'quantity', quantity: 'length', ...COMPASS_LIMITS.distance },
  on: {
    compass: {
      read: ({ compass }) => compass.distance,
      apply: (design, level) => ({
        ...design,
        compass: { ...design.compass, distance: Number(level) },
      }),
    },
  },
  sites: ['compass', 'anywhere'],
  sideEffects: [],
  expected: -1,
  suggest: () => [0.01, 0.02, 0.04, 0.08],
};

export const compassSide: Factor = {
  name: 'Side of the compass',
  phrase: 'whether the compass is under the wire or on top',
  plainly: 'over or under the wire',
  axis: { kind: 'kinds', options: COMPASS_SIDES, aliases: { below: 'under', above: 'over' } },
  on: {
    compass: {
      read: ({ compass }) => compass.side,
      apply: (design, level) => ({
        ...design,
        compass: { ...design.compass, side: level as CompassSide },
      }),
    },
  },
  sites: ['compass', 'anywhere'],
  sideEffects: [],
  expected: 0,
};

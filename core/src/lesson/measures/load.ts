import type { Measure } from './measure.js';

const held = {
  site: 'plate',
  experiments: ['straight-magnet', 'shell-magnet'],
} as const;

const off = 'The current is off. Lift the magnet off the plate. It should come away by itself.';

/** Weights added until the plate drops: the load lies between the last two. */
export const loadHeld: Measure = {
  ...held,
  name: 'Load held, weights added until it drops',
  phrase: 'what load it holds before it drops',
  plainly: 'how much it can carry',
  more: ['the more the magnet holds', 'the less the magnet holds'],
  verb: 'holds',
  axis: 'Load held',
  data: 'interval',
  quantity: 'mass',
  unit: 'kg',
  resolution: 0.1,
  relative: true,
  ceiling: null,
  heldAgainst: 'load',
  needs: [],
  protocol: {
    offCheck: true,
    timed: true,
    stuck: false,
    off,
    on: 'Low over a box: switch on, add a weight, wait, and add the next until it drops. Switch off to rest between weights.',
    read: 'The last load that held, and the first that dropped.',
  },
};

/** One load: held or dropped. */
export const loadYesNo: Measure = {
  ...held,
  name: 'A load held, yes or no',
  phrase: 'whether it holds a load',
  plainly: 'whether it holds on',
  more: ['the more often it holds', 'the less often it holds'],
  axis: 'Held',
  data: 'yes-no',
  quantity: null,
  unit: '',
  resolution: 1,
  ceiling: 1,
  heldAgainst: 'load',
  needs: ['load'],
  answers: {
    yes: { did: 'held', does: 'holds', will: 'will hold' },
    no: { did: 'dropped', does: 'drops', will: 'will drop' },
  },
  protocol: {
    offCheck: true,
    timed: true,
    stuck: false,
    off,
    on: 'Low over a box: switch on, hang the load, wait five seconds. Then take it off and switch off.',
    read: 'Did it hold?',
  },
};

/** Cells taken away one by one until the load drops. */
export const fewestCells: Measure = {
  ...held,
  name: 'Fewest cells that hold a load',
  phrase: 'how few cells hold a load',
  plainly: 'how few batteries it needs',
  more: ['the more cells it needs', 'the fewer cells it needs'],
  axis: 'Fewest cells that held',
  data: 'count',
  quantity: null,
  unit: 'cells',
  resolution: 1,
  ceiling: null,
  heldAgainst: 'cells-to-hold',
  needs: ['load'],
  protocol: {
    offCheck: true,
    timed: true,
    stuck: false,
    off,
    on: 'Low over a box: switch on and hang the load. Switch off, move the clip of one lead along the row so that it leaves a cell out, and switch on again, until it drops.',
    read: 'How many cells were left when it still held?',
  },
};

import { EXPERIMENT_IDS } from '../../experiments/index.js';
import { UNTIMED, type Measure } from './measure.js';

/** Angle of a compass needle from north. */
export const needleAngle: Measure = {
  name: 'Angle of a compass needle',
  phrase: 'how far the needle turns',
  plainly: 'how far the needle turns',
  more: ['the further the needle turns', 'the less the needle turns'],
  axis: 'Angle of the needle',
  data: 'number',
  quantity: 'angle',
  unit: '°',
  resolution: (2 * Math.PI) / 180,
  ceiling: Math.PI / 2,
  site: 'compass',
  experiments: ['compass'],
  heldAgainst: 'needle-angle',
  needs: [],
  protocol: {
    ...UNTIMED,
    offCheck: true,
    timed: true,
    off: 'The current is off. The needle should point north, along the wire. Tap the glass.',
    on: 'Switch on, wait until the needle is still, and read it from straight above. Then switch off.',
    read: 'By how many degrees did it turn?',
  },
};

/** Flux density with a probe or a telephone. */
export const fluxDensity: Measure = {
  name: 'Flux density with a probe',
  phrase: 'the flux density with a probe',
  plainly: 'how strong the field is',
  more: ['the stronger the field', 'the weaker the field'],
  axis: 'Flux density',
  data: 'number',
  quantity: 'fluxDensity',
  unit: 'mT',
  resolution: 0.02,
  relative: true,
  ceiling: null,
  site: 'anywhere',
  experiments: ['straight-magnet', 'compass'],
  heldAgainst: 'flux-density',
  needs: [],
  protocol: {
    ...UNTIMED,
    offCheck: true,
    timed: true,
    off: 'The current is off. Hold the probe in its place and set it to zero.',
    on: 'Switch on, read the probe, switch off.',
    read: 'What did the probe show?',
  },
};

/** Something timed with a stop-watch. Nothing predicts it. */
export const time: Measure = {
  name: 'Time',
  phrase: 'how long it takes',
  plainly: 'how long it takes',
  more: ['the longer it takes', 'the less time it takes'],
  axis: 'Time',
  data: 'number',
  quantity: 'time',
  unit: 's',
  resolution: 0.1,
  ceiling: null,
  site: 'anywhere',
  experiments: EXPERIMENT_IDS,
  heldAgainst: null,
  needs: [],
  protocol: {
    ...UNTIMED,
    timed: true,
    on: 'Switch on and start the stop-watch. Never longer than the clock allows.',
    read: 'How long did it take?',
  },
};

/** What was seen, in words. */
export const sentence: Measure = {
  name: 'What we saw, in a sentence',
  phrase: 'what we see, in a sentence',
  plainly: 'what we see',
  axis: 'What was seen',
  data: 'words',
  quantity: null,
  unit: '',
  resolution: 1,
  ceiling: null,
  site: 'anywhere',
  experiments: EXPERIMENT_IDS,
  heldAgainst: null,
  needs: [],
  protocol: {
    ...UNTIMED,
    timed: true,
    on: 'Switch on, look, switch off.',
    read: 'What did you see?',
  },
};

import type { LiftingEnds, Subject } from '../../experiments/index.js';
import { UNTIMED, type Measure } from './measure.js';

const counting =
  (ends: LiftingEnds) =>
  (subject: Subject): Subject =>
    subject.experiment === 'straight-magnet'
      ? { ...subject, design: { ...subject.design, ends } }
      : subject;

const protocol = {
  offCheck: true,
  timed: true,
  stuck: true,
  off: 'The current is off. Dip the tip in the tray and lift. Nothing should hang on; what does is left-over magnetism.',
  on: 'Dip the tip in the tray, lift, move aside. Then switch off.',
  read: 'Count what fell.',
} as const;

const gathered = {
  off: 'The current is off. Sweep the tip through the tray and lift. Nothing should hang on; what does is left-over magnetism.',
  on: 'Sweep the tip through the tray until nothing more comes along, lift, move aside. Then switch off.',
} as const;
const gatheredFlat = {
  ...gathered,
  on: 'Lay it flat in the tray and sweep it through with both ends until nothing more comes along, lift, move aside. Then switch off.',
} as const;

const counted = {
  data: 'count',
  quantity: null,
  unit: '',
  resolution: 1,
  ceiling: 'tray',
  site: 'tip',
  experiments: ['straight-magnet'],
  needs: [],
  protocol,
} as const;

/** Small steel objects lifted by the free end. */
export const objectsOneEnd: Measure = {
  ...counted,
  name: 'Objects lifted at one end',
  phrase: 'how many objects one end lifts',
  plainly: 'how many things hang on',
  more: ['the more the magnet lifts', 'the less the magnet lifts'],
  verb: 'lifts',
  axis: 'Objects lifted',
  heldAgainst: 'tip-count',
  gathered,
  adapt: counting('one'),
};

/** The same by each end, each counted apart. */
export const objectsEachEnd: Measure = {
  ...counted,
  name: 'Objects lifted at each end, apart',
  phrase: 'how many objects each of the two ends lifts, counted apart',
  plainly: 'how many things hang on at each end',
  more: ['the more the magnet lifts', 'the less the magnet lifts'],
  verb: 'lifts',
  axis: 'Objects lifted by both ends',
  parts: ['Lifting end', 'Other end'],
  heldAgainst: 'both-count',
  gathered: gatheredFlat,
  adapt: counting('both'),
  protocol: {
    ...protocol,
    on: 'Lay it flat in the tray so that both ends reach the objects, lift, move aside. Then switch off.',
    read: 'Count what hung at each end.',
  },
};

/** The same by both ends together. */
export const objectsBothEnds: Measure = {
  ...counted,
  name: 'Objects lifted at both ends together',
  phrase: 'how many objects both ends lift together',
  plainly: 'how many things hang on altogether',
  more: ['the more the magnet lifts', 'the less the magnet lifts'],
  verb: 'lifts',
  axis: 'Objects lifted by both ends',
  heldAgainst: 'both-count',
  gathered: gatheredFlat,
  adapt: counting('both'),
  protocol: {
    ...protocol,
    on: 'Lay it flat in the tray so that both ends reach the objects, lift, move aside. Then switch off.',
    read: 'Count all that fell.',
  },
};

/** Objects hanging one from the other. */
export const chainLength: Measure = {
  ...counted,
  name: 'Longest chain',
  phrase: 'how many objects hang one from the other',
  plainly: 'how long a chain it holds',
  more: ['the longer the chain', 'the shorter the chain'],
  axis: 'Objects in the chain',
  heldAgainst: 'chain-length',
  protocol: {
    ...protocol,
    off: 'The current is off. Touch one object with the tip. It should not hang on.',
    on: 'Hang one object on the tip, the next on the first, and so on until the chain breaks. Then switch off.',
    read: 'How many hung before it broke?',
  },
};

/** Distance from which an object jumps to the pole. */
export const jumpDistance: Measure = {
  name: 'Distance at which an object jumps',
  phrase: 'from how far away an object jumps to the tip',
  plainly: 'how near it must come before it jumps',
  more: ['the further an object jumps', 'the less far an object jumps'],
  axis: 'Distance of the jump',
  data: 'number',
  quantity: 'length',
  unit: 'mm',
  resolution: 1e-3,
  ceiling: null,
  site: 'tip',
  experiments: ['straight-magnet'],
  heldAgainst: 'jump-distance',
  needs: [],
  protocol: {
    ...UNTIMED,
    timed: true,
    on: 'Lay one object on squared paper and lower the tip toward it until it jumps. Then switch off.',
    read: 'How many millimetres were left?',
  },
};

/** Lifted or not, of each of several objects. */
export const eachObject: Measure = {
  name: 'Lifted or not, of several objects',
  phrase: 'which of several objects it lifts',
  plainly: 'what it picks up and what it does not',
  more: ['the more objects it lifts', 'the fewer objects it lifts'],
  verb: 'lifts',
  axis: 'Objects lifted',
  data: 'objects',
  quantity: null,
  unit: '',
  resolution: 1,
  ceiling: null,
  site: 'tip',
  experiments: ['straight-magnet'],
  heldAgainst: null,
  needs: ['objects'],
  protocol: {
    ...UNTIMED,
    offCheck: true,
    timed: true,
    off: 'The current is off. Touch the objects one after the other. None should stick; one that does is held by residual magnetism.',
    on: 'Touch the objects one after the other. Then switch off.',
    read: 'Which of them did it lift?',
  },
};

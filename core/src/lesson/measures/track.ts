import type { Measure } from './measure.js';

const onTheTrack = {
  site: 'track',
  experiments: ['rolling-cell'],
  needs: [],
} as const;

const protocol = {
  offCheck: false,
  timed: false,
  stuck: false,
  off: '',
  switching: {
    stage: 'Let it go',
    begin: 'Let it go now',
    during: 'It is on the track.',
    end: 'It is off the track',
    ended: 'Off the track.',
    over: 'Time is up: take the cell off the track and let it cool.',
    overSaid: 'Time is up. Take the cell off the track and let it cool.',
    plainly: 'Let the cell go. Take it off the track when it has run.',
  },
  on: 'Push the cell in until both magnets are inside, and let go. Take it off the track at once when it has run, or stays.',
} as const;

/** From letting go until the leading magnet comes out at the other end. */
export const trackTime: Measure = {
  ...onTheTrack,
  name: 'Time through the track',
  phrase: 'how long it takes through the track',
  plainly: 'how long it takes',
  more: ['the longer it takes', 'the less time it takes'],
  axis: 'Time through the track',
  data: 'number',
  quantity: 'time',
  unit: 's',
  // A thumb on a stop-watch.
  resolution: 0.1,
  ceiling: null,
  heldAgainst: 'track-time',
  protocol: { ...protocol, read: 'How long did it take from one end to the other?' },
};

/** How far it came before it stayed. Nothing predicts it. */
export const trackDistance: Measure = {
  ...onTheTrack,
  name: 'Distance run in the track',
  phrase: 'how far it runs',
  plainly: 'how far it gets',
  more: ['the further it runs', 'the less far it runs'],
  axis: 'Distance run',
  data: 'number',
  quantity: 'length',
  unit: 'cm',
  resolution: 0.01,
  ceiling: null,
  heldAgainst: null,
  protocol: { ...protocol, read: 'How far did it come?' },
};

/** Whether it comes out at the other end. */
export const trackRuns: Measure = {
  ...onTheTrack,
  name: 'Whether it runs through',
  phrase: 'whether it runs through',
  plainly: 'whether it gets through',
  more: ['the more often it runs through', 'the less often it runs through'],
  axis: 'Ran through',
  data: 'yes-no',
  quantity: null,
  unit: '',
  resolution: 1,
  ceiling: 1,
  heldAgainst: null,
  answers: {
    yes: { did: 'ran through', does: 'runs through', will: 'will run through' },
    no: { did: 'stayed', does: 'stays', will: 'will stay' },
  },
  protocol: { ...protocol, read: 'Did it come out at the other end?' },
};

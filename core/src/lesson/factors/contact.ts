import { MAGNET_LIMITS, PLATE, SHELL_COUNTS, SHELL_LIMITS } from '../../experiments/index.js';
import type { Factor } from './factor.js';

/** A sheet of office paper, 80 g/m², m. Common practice, no source. */
export const PAPER_SHEET = 1e-4;

export const gap: Factor = {
  name: 'Gap, such as sheets of paper',
  phrase: 'the gap between magnet and plate, such as sheets of paper',
  plainly: 'how many sheets of paper lie between',
  more: 'the wider the gap',
  axis: {
    kind: 'quantity',
    quantity: 'length',
    ...MAGNET_LIMITS.contactGap,
    words: { sheet: PAPER_SHEET, sheets: PAPER_SHEET },
  },
  on: {
    'straight-magnet': {
      read: ({ plate }) => (plate ?? PLATE).gap,
      apply: (design, level) => ({
        ...design,
        plate: { ...(design.plate ?? PLATE), gap: Number(level) },
      }),
    },
    'shell-magnet': {
      read: ({ seat }) => seat.gap,
      apply: (design, level) => ({ ...design, seat: { ...design.seat, gap: Number(level) } }),
    },
  },
  sites: ['plate'],
  sideEffects: [],
  expected: -1,
  suggest: () => [1, 2, 4, 8].map((sheets) => (sheets * 100) / 1e6),
};

export const tilt: Factor = {
  name: 'Tilt of the plate',
  phrase: 'how far the plate is tilted off at one side',
  plainly: 'how crooked the plate sits',
  more: 'the more the plate tilts',
  axis: { kind: 'quantity', quantity: 'length', ...SHELL_LIMITS.tilt },
  on: {
    'straight-magnet': {
      read: ({ plate }) => plate?.tilt ?? 0,
      apply: (design, level) => ({
        ...design,
        plate: { ...(design.plate ?? PLATE), tilt: Number(level) },
      }),
    },
    'shell-magnet': {
      read: ({ seat }) => seat.tilt,
      apply: (design, level) => ({ ...design, seat: { ...design.seat, tilt: Number(level) } }),
    },
  },
  sites: ['plate'],
  sideEffects: [],
  expected: -1,
  suggest: () => [0, 0.0005, 0.001, 0.002],
};

export const contactFraction: Factor = {
  name: 'How much of the faces the plate covers',
  phrase: 'how much of the faces the plate covers',
  plainly: 'how far the plate is pushed off',
  more: 'the more of the faces the plate covers',
  axis: { kind: 'number', unit: '%', ...SHELL_COUNTS.covered, whole: true },
  on: {
    'shell-magnet': {
      read: ({ seat }) => Math.round(100 * seat.covered),
      apply: (design, level) => ({
        ...design,
        seat: { ...design.seat, covered: Number(level) / 100 },
      }),
    },
  },
  sites: ['plate'],
  sideEffects: [],
  expected: 1,
  suggest: () => [25, 50, 75, 100],
};

export const magnetsInParallel: Factor = {
  name: 'Number of magnets side by side',
  phrase: 'the number of magnets side by side on one supply',
  plainly: 'how many magnets pull together',
  more: 'the more magnets',
  axis: {
    kind: 'number',
    unit: 'magnets',
    one: 'magnet',
    ...SHELL_COUNTS.count,
    whole: true,
  },
  on: {
    'shell-magnet': {
      read: ({ count }) => count,
      apply: (design, level) => ({ ...design, count: Number(level) }),
    },
  },
  sideEffects: ['current', 'wire', 'drain', 'heat'],
  expected: 1,
  suggest: () => [1, 2, 3],
};

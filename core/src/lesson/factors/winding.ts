import { COIL_COUNTS, type LayerStyle } from '../../physics/index.js';
import { MAGNET_LIMITS, type MagnetDesign } from '../../experiments/index.js';
import { CoreError } from '../../errors.js';
import { onEveryFixedCoil, type Factor } from './factor.js';

/** The winding as it is, moved so that it ends somewhere else on the core. */
function endingAt(design: MagnetDesign, end: number): MagnetDesign {
  const { winding } = design;
  const start = end - (winding.end - winding.start);
  if (start < -1e-9) {
    throw new CoreError('LEVEL_IMPOSSIBLE', 'The winding would stand out at the other end.', {
      start_m: start,
    });
  }
  return { ...design, winding: { ...winding, start: Math.max(0, start), end } };
}

/** What is left of the core beyond the winding, m. */
const free = ({ core, winding }: MagnetDesign): number =>
  core.length - (winding.end - winding.start);

export const windingPosition: Factor = {
  name: 'Where the winding sits',
  phrase: 'where on the core the winding sits',
  plainly: 'where on the core the wire is',
  axis: {
    kind: 'kinds',
    options: { tip: 'At the lifting end', middle: 'In the middle', rear: 'At the other end' },
    aliases: { head: 'rear', front: 'tip', end: 'tip' },
  },
  on: {
    'straight-magnet': {
      read(design) {
        const rest = free(design);
        const share = rest > 0 ? design.winding.start / rest : 1;
        if (Math.abs(share - 1) < 0.01) return 'tip';
        if (Math.abs(share - 0.5) < 0.01) return 'middle';
        return Math.abs(share) < 0.01 ? 'rear' : null;
      },
      apply(design, level) {
        const share = { tip: 1, middle: 0.5, rear: 0 }[String(level)]!;
        return endingAt(design, design.core.length - (1 - share) * free(design));
      },
    },
  },
  sites: ['tip', 'plate', 'anywhere'],
  sideEffects: [],
  expected: 0,
};

export const bareTip: Factor = {
  name: 'Length of the bare tip',
  phrase: 'how much of the tip is left bare',
  plainly: 'how much of the tip is bare',
  more: 'the longer the bare tip',
  axis: { kind: 'quantity', quantity: 'length', ...MAGNET_LIMITS.position },
  on: {
    'straight-magnet': {
      read: ({ core, winding }) => Math.max(0, core.length - winding.end),
      apply: (design, level) => endingAt(design, design.core.length - Number(level)),
    },
  },
  sites: ['tip', 'plate', 'anywhere'],
  sideEffects: [],
  expected: 0,
  suggest: () => [0, 0.005, 0.01, 0.02],
};

export const layerStyle: Factor = {
  name: 'How layers follow one another',
  phrase: 'how a further layer begins',
  plainly: 'how we wind the next layer',
  axis: {
    kind: 'kinds',
    options: {
      back: 'Wound back toward the start',
      restart: 'Run straight back, started again from the same end',
    },
  },
  on: onEveryFixedCoil({
    read: ({ winding }) => winding.layerStyle,
    apply: (coil, level) => ({
      ...coil,
      winding: { ...coil.winding, layerStyle: level as LayerStyle },
    }),
  }),
  sideEffects: ['wire', 'resistance', 'current'],
  expected: 0,
};

export const neatness: Factor = {
  name: 'How neatly it is wound',
  phrase: 'how neatly the turns lie, from 1 (touching) to 2 (a wire apart)',
  plainly: 'how tidy the winding is',
  more: 'the further apart the turns',
  axis: { kind: 'number', unit: '', ...COIL_COUNTS.neatness, whole: false },
  on: onEveryFixedCoil({
    read: ({ winding }) => winding.neatness,
    apply: (coil, level) => ({
      ...coil,
      winding: { ...coil.winding, neatness: Number(level) },
    }),
  }),
  sideEffects: ['wire', 'resistance', 'current'],
  expected: 0,
  suggest: () => [1, 1.1, 1.3],
};

export const poleSense: Factor = {
  name: 'Sense of the second coil',
  phrase: 'whether the two ends are opposite poles or alike',
  plainly: 'which way round the second coil goes',
  axis: {
    kind: 'kinds',
    options: { opposite: 'Opposite poles', alike: 'Poles alike' },
  },
  on: {
    'straight-magnet': {
      read: ({ pair }) => (pair ? (pair.opposed ? 'opposite' : 'alike') : null),
      apply(design, level) {
        if (!design.pair) {
          throw new CoreError('LEVEL_IMPOSSIBLE', 'Only a magnet with two cores has two senses.');
        }
        return { ...design, pair: { ...design.pair, opposed: level === 'opposite' } };
      },
    },
  },
  sideEffects: [],
  expected: 0,
};

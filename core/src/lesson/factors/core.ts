import { CoreError } from '../../errors.js';
import {
  MAGNET_LIMITS,
  thickerCore,
  withoutCore,
  type MagnetDesign,
} from '../../experiments/index.js';
import { MATERIALS, type MaterialId } from '../../physics/index.js';
import { kindOf } from './axis.js';
import type { Factor } from './factor.js';

type Core = MagnetDesign['core'];

const NO_CORE = 'This design has no core to change.';

function requireCore({ core }: MagnetDesign): Core {
  if (core.shape !== 'none') return core;
  throw new CoreError('LEVEL_IMPOSSIBLE', NO_CORE);
}

const MATERIAL_NAMES: Readonly<Record<string, string>> = {
  ...Object.fromEntries(Object.entries(MATERIALS).map(([id, { name }]) => [id, name])),
  none: 'Nothing inside',
};

export const coreMaterial: Factor = {
  name: 'Material of the core',
  phrase: 'the material of the core',
  plainly: 'what the core is made of',
  axis: {
    kind: 'kinds',
    options: MATERIAL_NAMES,
    aliases: {
      steel: 'nail-steel',
      iron: 'soft-iron',
      aluminum: 'aluminium',
      stainless: 'stainless-austenitic',
      nothing: 'none',
      air: 'none',
    },
    named: true,
  },
  on: {
    'straight-magnet': {
      read: ({ core }) => (core.shape === 'none' ? 'none' : core.material),
      apply(design, level) {
        const kind = kindOf(level);
        if (kind === 'none') return { ...design, core: withoutCore(design.core) };
        return { ...design, core: { ...requireCore(design), material: kind as MaterialId } };
      },
    },
    'shell-magnet': {
      read: ({ material }) => material,
      apply(design, level) {
        const kind = kindOf(level);
        if (kind !== 'none') return { ...design, material: kind as MaterialId };
        throw new CoreError('LEVEL_IMPOSSIBLE', 'A shell magnet without its cup is no magnet.');
      },
    },
  },
  sideEffects: ['heat'],
  expected: 0,
  suggest: () => ['nail-steel', 'aluminium', 'wood', 'plastic', 'none'],
};

export const corePresence: Factor = {
  name: 'With and without the core',
  phrase: 'whether the core is in the coil',
  plainly: 'with a core or without',
  axis: {
    kind: 'kinds',
    options: { with: 'With the core', without: 'Without the core' },
    aliases: { yes: 'with', no: 'without' },
  },
  on: {
    'straight-magnet': {
      read: ({ core }) => (core.shape === 'none' ? 'without' : 'with'),
      apply: (design, level) => ({
        ...design,
        core: level === 'with' ? requireCore(design) : withoutCore(design.core),
      }),
    },
  },
  sideEffects: ['heat'],
  expected: 0,
};

export const coreLength: Factor = {
  name: 'Length of the core',
  phrase: 'the length of the core, the bare tip as long as ever',
  plainly: 'how long the core is',
  more: 'the longer the core',
  axis: { kind: 'quantity', quantity: 'length', ...MAGNET_LIMITS.coreLength },
  on: {
    'straight-magnet': {
      read: ({ core }) => core.length,
      apply(design, level) {
        const shift = Number(level) - design.core.length;
        const { start, end } = design.winding;
        if (start + shift < -1e-9) {
          throw new CoreError('LEVEL_IMPOSSIBLE', 'The winding does not fit on so short a core.', {
            core_length_m: Number(level),
          });
        }
        return {
          ...design,
          core: { ...requireCore(design), length: Number(level) },
          winding: { ...design.winding, start: Math.max(0, start + shift), end: end + shift },
        };
      },
    },
  },
  sideEffects: ['heat'],
  expected: 1,
  suggest: (present) =>
    [0.75, 1, 1.25, 1.5, 2].map((by) => Math.round(Number(present) * by * 200) / 200),
};

export const coreDiameter: Factor = {
  name: 'Thickness of the core',
  phrase: 'the thickness of the core, the turns the same',
  plainly: 'how thick the core is',
  more: 'the thicker the core',
  axis: { kind: 'quantity', quantity: 'length', ...MAGNET_LIMITS.coreDiameter },
  on: {
    'straight-magnet': {
      read: ({ core }) => core.diameter,
      apply: (design, level) => ({
        ...design,
        core: thickerCore(requireCore(design), Number(level) / design.core.diameter),
      }),
    },
  },
  sideEffects: ['wire', 'resistance', 'current', 'heat'],
  expected: 1,
  suggest: (present) =>
    [0.6, 0.8, 1, 1.4, 2].map((by) => Math.round(Number(present) * by * 2000) / 2000),
};

/** Bore over diameter of each. */
const BORES = { solid: 0, thick: 0.5, thin: 0.8 } as const;

export const coreHollow: Factor = {
  name: 'Hollow or solid core',
  phrase: 'whether the core is hollow or solid',
  plainly: 'a tube or a solid rod',
  axis: {
    kind: 'kinds',
    options: {
      solid: 'Solid',
      thick: 'Pipe, bored to half its thickness',
      thin: 'Pipe with a thin wall, bored to four fifths',
    },
    aliases: { hollow: 'thin', pipe: 'thin', rod: 'solid' },
  },
  on: {
    'straight-magnet': {
      read: ({ core: { shape, bore, diameter } }) => {
        if (shape !== 'pipe') return shape === 'none' || shape === 'strip' ? null : 'solid';
        const ratio = bore / diameter;
        return ratio > 0.65 ? 'thin' : 'thick';
      },
      apply(design, level) {
        const { head: _head, headAt: _at, thread: _thread, ...core } = requireCore(design);
        if (core.shape === 'strip') {
          throw new CoreError('LEVEL_IMPOSSIBLE', 'A flat strip has no bore.');
        }
        const bore = core.diameter * BORES[level as keyof typeof BORES];
        return { ...design, core: { ...core, shape: bore > 0 ? 'pipe' : 'rod', bore } };
      },
    },
  },
  sideEffects: ['heat'],
  expected: 0,
};

import type { MagnetDesign } from '../../experiments/index.js';

/** What may be wrong with a magnet that does not lift. */
export interface Cause {
  readonly name: string;
  /** What is done about it. */
  readonly cure: string;
  /** How often it is met, against the others. Common practice, no source. */
  readonly often: number;
  /** Whether this magnet can have it; every magnet when absent. */
  fits?(design: MagnetDesign, layers: number): boolean;
}

export const CAUSES = {
  enamel: {
    name: 'Enamel still on the wire’s ends',
    cure: 'Sand both ends bright all round, away from fingers, and clamp the bright part.',
    often: 20,
    fits: ({ wire }) => wire.form !== 'foil' && wire.insulation.startsWith('enamel'),
  },
  'loose-lead': {
    name: 'A lead or clip that does not touch well',
    cure: 'Clamp every clip on bright metal; change the lead that comes and goes.',
    often: 16,
  },
  'flat-cell': {
    name: 'Cells run down',
    cure: 'Take fresh cells, all of one kind, and give the old ones to the collection.',
    often: 14,
    fits: ({ supply }) => !supply.bench,
  },
  'reversed-cell': {
    name: 'One cell the wrong way round',
    cure: 'Turn it, so that every plus meets a minus.',
    often: 8,
    fits: ({ supply }) => !supply.bench && supply.series > 1,
  },
  switch: {
    name: 'The switch does not close',
    cure: 'Press it home, clean its contacts, or leave it out and touch the lead to the cell.',
    often: 5,
    fits: ({ leads }) => (leads.switchResistance ?? 0) > 0,
  },
  'broken-wire': {
    name: 'The wire is broken',
    cure: 'Look where it is bent sharply or nicked; join it bright to bright, or wind anew.',
    often: 4,
  },
  'shorted-turns': {
    name: 'Turns that touch where the wire is bare',
    cure: 'Unwind to the bare place and tape it; new wire where the enamel is scraped off.',
    often: 8,
  },
  'layer-reversed': {
    name: 'A layer wound back to front',
    cure: 'Unwind to it and wind on in the sense of the first layer.',
    often: 6,
    fits: (_design, layers) => layers > 1,
  },
  'cable-reversed': {
    name: 'The two conductors of the cable joined so that they cancel',
    cure: 'Join the end of the one to the start of the other.',
    often: 10,
    fits: ({ wire }) => wire.form === 'cable',
  },
  'core-not-magnetic': {
    name: 'The core is not magnetic',
    cure: 'Take a core that a magnet sticks to: most stainless screws and all brass do not do.',
    often: 5,
    fits: ({ core }) => core.shape !== 'none',
  },
  'core-magnetised': {
    name: 'The core is a magnet already',
    cure: 'Knock it on the table across the field, or draw it slowly out of a coil with the cells turned round; soft iron forgets best.',
    often: 4,
    fits: ({ core }) => core.shape !== 'none',
  },
  'too-few-turns': {
    name: 'Far fewer turns than thought',
    cure: 'Count them, or weigh the wire; wind on.',
    often: 6,
  },
  'short-tip': {
    name: 'Too little of the tip is free of wire',
    cure: 'Push the winding back until the clips reach bare steel.',
    often: 4,
    fits: ({ core }) => core.shape !== 'none',
  },
  'half-seated': {
    name: 'The core is only half in its coil',
    cure: 'Push the core through until its tip looks out.',
    often: 5,
    fits: ({ core }) => core.shape !== 'none',
  },
  'objects-not-steel': {
    name: 'What is to be lifted is not steel',
    cure: 'Try each with a magnet; plastic-covered clips and brass pins are not lifted.',
    often: 4,
  },
} as const satisfies Record<string, Cause>;

export type CauseId = keyof typeof CAUSES;
export const CAUSE_IDS = Object.keys(CAUSES) as CauseId[];

/** Causes that a magnet can have. */
export function causesOf(design: MagnetDesign, layers: number): CauseId[] {
  return CAUSE_IDS.filter((id) => (CAUSES[id] as Cause).fits?.(design, layers) ?? true);
}

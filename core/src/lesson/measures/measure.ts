import type { ExperimentId, PredictableId, Subject } from '../../experiments/index.js';
import type { QuantityKind } from '../../quantities/index.js';

/**
 * What one reading is: a whole number; a quantity; a load between the last that held and the first
 * that dropped; yes or no; yes or no of each of several objects; a sentence.
 */
export type DataKind = 'count' | 'number' | 'interval' | 'yes-no' | 'objects' | 'words';

/** Where it is measured: only what changes there can change it. */
export type Site = 'tip' | 'plate' | 'compass' | 'track' | 'anywhere';

/** What is done at the bench, in this order. Plain sentences, the class's own voice. */
export interface Protocol {
  /** Whether the same is tried with the current off first. */
  readonly offCheck: boolean;
  /** Whether the current is timed. */
  readonly timed: boolean;
  /** Whether what stays on after switching off is counted. */
  readonly stuck: boolean;
  readonly off: string;
  readonly on: string;
  readonly read: string;
  /** What switching is called where there is no switch; that of a switch when absent. */
  readonly switching?: Switching;
}

/** Words for the moments at which the current begins and ends. */
export interface Switching {
  readonly stage: string;
  readonly begin: string;
  readonly during: string;
  readonly end: string;
  readonly ended: string;
  /** That the time is up, as a notice and as what was said last. */
  readonly over: string;
  readonly overSaid: string;
  /** The same in a sentence for young pupils. */
  readonly plainly: string;
}

export const SWITCH: Switching = {
  stage: 'Switch on',
  begin: 'Switch on now',
  during: 'Current on.',
  end: 'Switched off',
  ended: 'Current off.',
  over: 'Time is up: switch off now and let it cool.',
  overSaid: 'Time is up. Switch off now and let it cool.',
  plainly: 'Battery on.',
};

/** One of two things that can happen, after "it …". */
export interface Answer {
  readonly did: string;
  readonly does: string;
  readonly will: string;
}

/** What is read at the bench, with its words. */
export interface Measure {
  readonly name: string;
  /** After "we measure …". */
  readonly phrase: string;
  /** The same for young pupils. */
  readonly plainly: string;
  /** After “the more turns, ”: what grows and what shrinks, in the present; of words there is none. */
  readonly more?: readonly [grows: string, shrinks: string];
  /** What the magnet does with what is read, where it does something: `lifts` 3 more objects. */
  readonly verb?: 'lifts' | 'holds';
  /** Name of the axis, without its unit. */
  readonly axis: string;
  readonly data: DataKind;
  /** Kind of quantity of a reading and the unit it is usually typed in; null for counts and words. */
  readonly quantity: QuantityKind | null;
  readonly unit: string;
  /** What is read apart, such as the two ends; their sum is the reading. */
  readonly parts?: readonly string[];
  /** Smallest step of a reading, SI or a count; as a share of the value where `relative`. */
  readonly resolution: number;
  readonly relative?: boolean;
  /** What yes and no are called, of a measure that is one of them. */
  readonly answers?: Readonly<Record<'yes' | 'no', Answer>>;
  /** Most that can be read: the objects in the tray, a number (SI), or nothing. */
  readonly ceiling: 'tray' | number | null;
  readonly site: Site;
  readonly experiments: readonly ExperimentId[];
  /** What it is held against; null when nothing predicts it. */
  readonly heldAgainst: PredictableId | null;
  /** What the plan has to say besides: the load to be held, the objects that are tried. */
  readonly needs: readonly ('load' | 'objects')[];
  readonly protocol: Protocol;
  /** What is done instead where the tip sweeps through the tray and gathers. */
  readonly gathered?: Pick<Protocol, 'off' | 'on'>;
  /** The subject as this measure looks at it, such as both ends of a core. */
  adapt?(subject: Subject): Subject;
}

export const UNTIMED = { offCheck: false, timed: false, stuck: false, off: '' } as const;

import {
  CHECKS,
  GAUGES,
  type CauseId,
  type CheckId,
  type GaugeId,
  type TestId,
  type DiagnosisModel,
} from '../diagnosis/index.js';
import { answerOf, readingOf, type HiddenFault } from './hidden-fault.js';

/** Whether a test is made with the current on or off. */
const CURRENT: Readonly<Record<TestId, 'on' | 'off' | 'either'>> = {
  'look-at-cells': 'off',
  wiggle: 'on',
  scrape: 'off',
  bridge: 'either',
  'fresh-cells': 'off',
  'off-first': 'off',
  'magnet-on-core': 'off',
  'magnet-on-objects': 'either',
  'good-core': 'off',
  'look-at-tip': 'off',
  'push-core': 'off',
  'look-at-layers': 'off',
  'look-at-join': 'off',
  'look-at-wire': 'off',
  'count-turns': 'off',
  needle: 'on',
  'open-voltage': 'off',
  'loaded-voltage': 'on',
  'coil-resistance': 'off',
  current: 'on',
};

/** Mistakes that can be made, apart from not finding the fault. */
export const SAFETY_VIOLATIONS = {
  'live-hands': 'Hands in the circuit with the current on: switch off first.',
  'meter-fuse': 'The meter at ohms on a live coil: its fuse is gone. Ohms are for what is off.',
  'left-on': 'It was on for longer than the coil can stand: on to test, off to think.',
  'wrong-part': 'A part was changed that was not at fault.',
} as const;
export type HarmId = keyof typeof SAFETY_VIOLATIONS;

/** Where on the bench something is tested or repaired. */
export const BENCH_PARTS = {
  cells: {
    name: 'Cells',
    tests: ['look-at-cells', 'fresh-cells', 'open-voltage', 'loaded-voltage'],
    mends: ['flat-cell', 'reversed-cell'],
  },
  switch: { name: 'Switch', tests: ['bridge'], mends: ['switch'] },
  leads: { name: 'Leads and clips', tests: ['wiggle', 'current'], mends: ['loose-lead'] },
  ends: { name: 'Ends of the wire', tests: ['scrape'], mends: ['enamel'] },
  coil: {
    name: 'Coil',
    tests: [
      'coil-resistance',
      'needle',
      'look-at-wire',
      'look-at-layers',
      'look-at-join',
      'count-turns',
    ],
    mends: ['broken-wire', 'shorted-turns', 'layer-reversed', 'cable-reversed', 'too-few-turns'],
  },
  core: {
    name: 'Core',
    tests: ['off-first', 'magnet-on-core', 'look-at-tip', 'push-core', 'good-core'],
    mends: ['core-not-magnetic', 'core-magnetised', 'short-tip', 'half-seated'],
  },
  objects: { name: 'Objects', tests: ['magnet-on-objects'], mends: ['objects-not-steel'] },
} as const satisfies Record<
  string,
  { name: string; tests: readonly TestId[]; mends: readonly CauseId[] }
>;
export type BenchPartId = keyof typeof BENCH_PARTS;

/** What was done, and what came of it. */
export type LogEntry =
  | { readonly kind: 'check'; readonly id: CheckId; readonly answer: boolean }
  | { readonly kind: 'reading'; readonly id: GaugeId; readonly value: number }
  | { readonly kind: 'mend'; readonly id: CauseId; readonly right: boolean }
  | { readonly kind: 'harm'; readonly id: HarmId };

export type Action =
  | { readonly kind: 'on' }
  /** s that it was on. */
  | { readonly kind: 'off'; readonly seconds: number }
  | { readonly kind: 'test'; readonly id: TestId }
  | { readonly kind: 'mend'; readonly id: CauseId };

/** How far somebody is with a hidden fault. */
export interface Training {
  readonly fault: HiddenFault;
  readonly on: boolean;
  readonly noted: readonly LogEntry[];
  /** Minutes of the bench’s own clock. */
  readonly minutes: number;
  /** Why the last thing was not done; null when it was. */
  readonly refused: string | null;
  readonly mended: boolean;
}

export const beginTraining = (fault: HiddenFault): Training => ({
  fault,
  on: false,
  noted: [],
  minutes: 0,
  refused: null,
  mended: false,
});

/** To take a part out and put another in. */
const MEND_MINUTES = 2;

/** How long the coil may be on as it is, s. */
export function mayBeOn({ sound }: DiagnosisModel, { bench }: HiddenFault): number {
  return bench.heat > 0 ? sound.onTime / bench.heat : Infinity;
}

/** What happens at the bench when something is done. Nothing more happens once it is repaired. */
export function applyAction(
  training: Training,
  action: Action,
  workshop: DiagnosisModel,
): Training {
  if (training.mended) return training;
  const { fault, on } = training;
  const note = (...noted: LogEntry[]) => [...training.noted, ...noted];
  const next = { ...training, refused: null };
  switch (action.kind) {
    case 'on':
      return { ...next, on: true };
    case 'off':
      return {
        ...next,
        on: false,
        noted:
          on && action.seconds > mayBeOn(workshop, fault)
            ? note({ kind: 'harm', id: 'left-on' })
            : training.noted,
      };
    case 'test': {
      const { id } = action;
      if (CURRENT[id] === 'on' && !on) return { ...next, refused: 'Switch on first.' };
      const done: LogEntry = Object.hasOwn(CHECKS, id)
        ? { kind: 'check', id: id as CheckId, answer: answerOf(fault, id as CheckId) }
        : { kind: 'reading', id: id as GaugeId, value: readingOf(fault, id as GaugeId) };
      const harm: LogEntry[] =
        CURRENT[id] === 'off' && on
          ? [{ kind: 'harm', id: id === 'coil-resistance' ? 'meter-fuse' : 'live-hands' }]
          : [];
      const { minutes } = Object.hasOwn(CHECKS, id) ? CHECKS[id as CheckId] : GAUGES[id as GaugeId];
      return { ...next, noted: note(done, ...harm), minutes: training.minutes + minutes };
    }
    case 'mend': {
      const right = action.id === fault.cause;
      return {
        ...next,
        mended: right,
        on: right ? false : on,
        noted: note(
          { kind: 'mend', id: action.id, right },
          ...(on ? [{ kind: 'harm', id: 'live-hands' } as const] : []),
          ...(right ? [] : [{ kind: 'harm', id: 'wrong-part' } as const]),
        ),
        minutes: training.minutes + MEND_MINUTES,
      };
    }
  }
}

/** What a test too many and each harm cost, of a hundred. */
const POINTS = { test: 8, harm: 20, wrongPart: 15 } as const;

/** How well it went. */
export interface Score {
  readonly points: number;
  readonly tests: number;
  readonly harms: readonly HarmId[];
}

/** @param best how many tests the best search makes. */
export function scoreOf({ noted }: Training, best: number): Score {
  const tests = noted.filter(({ kind }) => kind === 'check' || kind === 'reading').length;
  const harms = noted.flatMap((one) => (one.kind === 'harm' ? [one.id] : []));
  const lost = harms.reduce(
    (sum, id) => sum + (id === 'wrong-part' ? POINTS.wrongPart : POINTS.harm),
    POINTS.test * Math.max(0, tests - best),
  );
  return { points: Math.max(0, 100 - lost), tests, harms };
}

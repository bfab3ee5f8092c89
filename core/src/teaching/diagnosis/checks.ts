import type { CauseId } from './causes.js';
import type { FaultyCircuit } from './faulty-bench.js';

/** Equipment that a test needs. */
export const TOOLS = {
  meter: 'Meter',
  cells: 'Fresh cells',
  magnet: 'A small magnet',
  compass: 'Compass',
  core: 'A core that is known to be good',
} as const;
export type ToolId = keyof typeof TOOLS;

/** What was noticed first. */
export const SYMPTOMS = {
  nothing: 'It lifts nothing at all',
  weak: 'It lifts far too little',
  hot: 'It grows hot, and lifts little',
  'cuts-out': 'It comes and goes',
  'one-end': 'Only one end lifts as it should',
  'sticks-off': 'Things hang on with the current off',
} as const;
export type SymptomId = keyof typeof SYMPTOMS;
export const SYMPTOM_IDS = Object.keys(SYMPTOMS) as SymptomId[];

/** A test that is answered with yes or no. */
export interface Check {
  readonly question: string;
  /** How it is done safely. */
  readonly how: string;
  /** What the answers mean. */
  readonly yes: string;
  readonly no: string;
  readonly minutes: number;
  readonly needs?: ToolId;
  /** Probability of yes on a bench. */
  chance(bench: FaultyCircuit, cause: CauseId): number;
}

/** How often somebody sees what is there, and sees what is not. Common practice, no source. */
const HIT_RATE = 0.95;
const FALSE_ALARM_RATE = 0.02;
const sees = (is: boolean): number => (is ? HIT_RATE : FALSE_ALARM_RATE);
const one = (...causes: readonly CauseId[]): Check['chance'] => {
  const those = new Set(causes);
  return (_bench, cause) => sees(those.has(cause));
};

export const CHECKS = {
  'look-at-cells': {
    question: 'Is a cell the wrong way round?',
    how: 'Take the pack off the coil and look: every plus has to meet a minus.',
    yes: 'That cell works against the others.',
    no: 'The cells stand rightly.',
    minutes: 0.4,
    chance: one('reversed-cell'),
  },
  wiggle: {
    question: 'Does it change when leads and clips are moved?',
    how: 'Switch on for five seconds at most and move each clip a little, by its plastic sleeve.',
    yes: 'Something does not touch well.',
    no: 'The contacts hold.',
    minutes: 0.7,
    chance: ({ comesAndGoes }, cause) =>
      cause === 'loose-lead' || comesAndGoes ? 0.9 : cause === 'enamel' ? 0.1 : FALSE_ALARM_RATE,
  },
  scrape: {
    question: 'Does it work once the wire’s ends are sanded bright again?',
    how: 'Off the cells. Sandpaper all round each end, away from fingers; sweep up the dust.',
    yes: 'Enamel was still on the ends.',
    no: 'The ends were bright already.',
    minutes: 1.5,
    chance: one('enamel'),
  },
  bridge: {
    question: 'Does it work with the switch left out?',
    how: 'Touch the lead to the cell instead of the switch, for five seconds at most.',
    yes: 'The switch does not close.',
    no: 'The switch is not at fault.',
    minutes: 0.6,
    chance: one('switch'),
  },
  'fresh-cells': {
    question: 'Is it as it should be with fresh cells?',
    how: 'Cells of one kind and age; never new ones beside old ones.',
    yes: 'The old cells were run down, or one stood the wrong way round.',
    no: 'The cells are not at fault.',
    minutes: 1,
    needs: 'cells',
    chance: one('flat-cell', 'reversed-cell'),
  },
  'off-first': {
    question: 'Does it lift something with the current off?',
    how: 'Off the cells. Dip the tip into the clips.',
    yes: 'The core is a magnet already.',
    no: 'The core keeps nothing.',
    minutes: 0.3,
    chance: ({ sticksOff }) => sees(sticksOff),
  },
  'magnet-on-core': {
    question: 'Does a magnet stick to the core?',
    how: 'Off the cells. A small magnet at the tip; keep it from telephones and cards.',
    yes: 'The core is magnetic.',
    no: 'The core is of something that is not.',
    minutes: 0.3,
    needs: 'magnet',
    chance: (_bench, cause) => 1 - sees(cause === 'core-not-magnetic'),
  },
  'magnet-on-objects': {
    question: 'Does a magnet lift the objects?',
    how: 'A small magnet into the tray.',
    yes: 'They are of steel.',
    no: 'They are not of steel, and nothing lifts them.',
    minutes: 0.3,
    needs: 'magnet',
    chance: (_bench, cause) => 1 - sees(cause === 'objects-not-steel'),
  },
  'good-core': {
    question: 'Is it as it should be with a core that is known to be good?',
    how: 'Push it in until its tip looks out as far as it should.',
    yes: 'The core was of the wrong stuff, or not all the way in.',
    no: 'The core is not at fault.',
    minutes: 1,
    needs: 'core',
    chance: one('core-not-magnetic', 'half-seated', 'core-magnetised'),
  },
  'look-at-tip': {
    question: 'Is the core all the way in, and its tip free?',
    how: 'Off the cells. The tip looks out, and clips reach bare steel.',
    yes: 'Core and winding stand rightly.',
    no: 'The core is half in, or wire covers the tip.',
    minutes: 0.3,
    chance: (_bench, cause) => 1 - sees(cause === 'half-seated' || cause === 'short-tip'),
  },
  'push-core': {
    question: 'Is it as it should be with the core pushed right through?',
    how: 'Off the cells, push the core until its tip looks out; then try again.',
    yes: 'It was only half in.',
    no: 'It was in already.',
    minutes: 0.6,
    chance: one('half-seated'),
  },
  'look-at-layers': {
    question: 'Do all layers run the same way round?',
    how: 'Off the cells. Follow the wire with a finger from layer to layer.',
    yes: 'All layers add.',
    no: 'A layer works against the others.',
    minutes: 1.5,
    chance: (_bench, cause) => 1 - sees(cause === 'layer-reversed'),
  },
  'look-at-join': {
    question: 'Does the end of one conductor of the cable go to the start of the other?',
    how: 'Off the cells. Follow the colours.',
    yes: 'The two conductors add.',
    no: 'They cancel.',
    minutes: 0.8,
    chance: (_bench, cause) => 1 - sees(cause === 'cable-reversed'),
  },
  'look-at-wire': {
    question: 'Is bare metal to be seen between turns?',
    how: 'Off the cells. Turn the coil in good light; look at bends and where it was pulled over an edge.',
    yes: 'Turns touch there, and the current takes the short way.',
    no: 'The covering is whole, as far as it can be seen.',
    minutes: 1.5,
    // What lies under a layer is not seen.
    chance: (_bench, cause) => (cause === 'shorted-turns' ? 0.7 : FALSE_ALARM_RATE),
  },
  'count-turns': {
    question: 'Are there as many turns as there should be?',
    how: 'Off the cells. Count with a pin along the coil, layer by layer.',
    yes: 'The turns are there.',
    no: 'There are far fewer.',
    minutes: 2.5,
    chance: (_bench, cause) => 1 - sees(cause === 'too-few-turns'),
  },
  needle: {
    question: 'Does a compass a hand away from the coil’s end turn clearly?',
    how: 'Switch on for five seconds at most.',
    yes: 'Most of the ampere-turns are there.',
    no: 'No current flows, or its turns cancel.',
    minutes: 0.7,
    needs: 'compass',
    chance: ({ share }) => 0.02 + 0.96 / (1 + Math.exp(-(Math.abs(share) - 0.25) / 0.06)),
  },
} as const satisfies Record<string, Check>;

export type CheckId = keyof typeof CHECKS;

/** Something read off a meter. */
export interface Gauge {
  readonly name: string;
  readonly how: string;
  /** What its size means. */
  readonly means: string;
  readonly quantity: 'voltage' | 'current' | 'resistance';
  readonly unit: string;
  readonly minutes: number;
  /** What the meter shows, SI; Infinity beyond its range. */
  read(bench: FaultyCircuit): number;
  /** Smallest step, and how far model and meter are off together, sd of the log. */
  readonly step: number;
  readonly spread: number;
}

/** Spreads: typical cells, tolerance of wire, contact of the probes. Common practice, no source. */
export const GAUGES = {
  'open-voltage': {
    name: 'Voltage of the pack, nothing connected',
    how: 'Meter at volts, across the pack.',
    means: 'Far below the sum of its cells: run down, or one the wrong way round.',
    quantity: 'voltage',
    unit: 'V',
    minutes: 0.6,
    read: ({ emf }) => emf,
    step: 0.02,
    spread: 0.04,
  },
  'loaded-voltage': {
    name: 'Voltage of the pack with the magnet on',
    how: 'Meter at volts, across the pack; on for five seconds at most.',
    means:
      'As much as without: no current flows. Next to nothing: cells run down, or a short circuit.',
    quantity: 'voltage',
    unit: 'V',
    minutes: 0.8,
    read: ({ emf, internalResistance, current }) => emf - current * internalResistance,
    step: 0.03,
    spread: 0.12,
  },
  'coil-resistance': {
    name: 'Resistance of the coil between its ends',
    how: 'Off the cells. Meter at ohms, at the ends of the wire; subtract what the leads show by themselves.',
    means:
      'No reading: enamel or a break. Less than it should be: turns touch, or there are fewer.',
    quantity: 'resistance',
    unit: 'Ω',
    minutes: 0.8,
    read: ({ coil }) => coil,
    step: 0.05,
    spread: 0.08,
  },
  current: {
    name: 'Current',
    how: 'Meter at 10 A, in the row; on for five seconds at most. Never across the cells.',
    means: 'None: open somewhere. As it should be: the fault is in turns, core or objects.',
    quantity: 'current',
    unit: 'A',
    minutes: 1.2,
    read: ({ current }) => current,
    step: 0.03,
    spread: 0.25,
  },
} as const satisfies Record<string, Gauge>;

export type GaugeId = keyof typeof GAUGES;
export const GAUGE_IDS = Object.keys(GAUGES) as GaugeId[];
export const CHECK_IDS = Object.keys(CHECKS) as CheckId[];

/** Who winds what, and when. */
export const ARRANGEMENTS = {
  'own-coils': 'Each group winds every level, each on a core of its own',
  'go-round': 'Each group winds one level, and the magnets go round',
  'wind-again': 'One core a group, wound again for every level',
  'wound-before': 'The educator winds everything before the lesson',
} as const;

export type Arrangement = keyof typeof ARRANGEMENTS;

/** What the steps of a lesson take, minutes. */
export interface StepMinutes {
  readonly introduce: number;
  /** Cutting, taping, stripping and labelling one coil; winding ten turns of it. */
  readonly coil: number;
  readonly tenTurns: number;
  /** Connecting a coil, and one trial: predict, lift, count, write down. */
  readonly connect: number;
  readonly trial: number;
  /** Passing a magnet on, or taking a winding off again. */
  readonly passOn: number;
  readonly discuss: number;
  readonly clear: number;
}

/** To start from. Common practice, no source. */
export const TYPICAL_MINUTES: StepMinutes = {
  introduce: 5,
  coil: 3,
  tenTurns: 0.5,
  connect: 1,
  trial: 1,
  passOn: 1,
  discuss: 8,
  clear: 5,
};

/** One level (of one line) as work at a table. */
export interface Task {
  /** Levels with the same word are tried with the same coil. */
  readonly coil: string;
  readonly turns: number;
  /** Current on in a trial, s. */
  readonly on: number;
  /** What a trial adds to how warm the coil is: 0 is the room, 1 is too warm to touch. */
  readonly heats: number;
  /** Time in which it loses 63 % of that, s. */
  readonly cools: number;
}

/** What is to be done in a lesson. */
export interface Lesson {
  readonly arrangement: Arrangement;
  readonly minutes: StepMinutes;
  readonly tasks: readonly Task[];
  readonly groups: number;
  readonly repeats: number;
}

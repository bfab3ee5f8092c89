import {
  type Case,
  type LessonPlan,
  ceilingOf,
  measureOf,
  type Measure,
  type Outcome,
  timetableOf,
  type Lesson,
  type PlacedTask,
} from '../../lesson/index.js';
import { fromRatioScale, ratioScale } from '../../experiments/index.js';
import { normalFrom, type Random } from '../../numerics/index.js';
import { formatQuantity } from '../../quantities/index.js';
import { simulatePrediction, simulateReading, type Guessed, type Room } from './simulated-class.js';

export type { Guessed } from './simulated-class.js';

/** A trial of a class that does not exist; times in s from the beginning of the lesson. */
export interface RehearsedTrial {
  /** Which group of the lesson, and which of its cases. */
  readonly group: number;
  readonly place: number;
  readonly begins: number;
  /** Only before the first trial of a level. */
  readonly guess: Guessed | null;
  readonly switchedOn: number;
  readonly switchedOff: number;
  /** When the reading is entered. */
  readonly read: number;
  readonly outcome: Outcome;
  /** What the group saw was odd. */
  readonly leadLoose: boolean;
  /** A slip of the pen that the group finds afterwards. */
  readonly correction: {
    readonly at: number;
    readonly outcome: Outcome;
    readonly reason: string;
  } | null;
}

/** What goes wrong in it, to be found by who looks on. */
export interface Rehearsal {
  /** In the order in which they are read. */
  readonly trials: readonly RehearsedTrial[];
  /** Length of the lesson, s. */
  readonly end: number;
  /** The group that comes late, and the one whose lead is loose; null without a second group. */
  readonly late: number | null;
  readonly loose: number;
}

/** What a rehearsal is of. */
export interface RehearsalScenario {
  readonly plan: LessonPlan;
  readonly cases: readonly Case[];
  readonly lesson: Lesson & { readonly tasks: readonly PlacedTask[] };
  readonly traySize: number;
  /** Ids of the objects that are tried, where there are several. */
  readonly objects: readonly string[];
}

/** Shares of a trial's time: the guess, switching on, the reading. */
const GUESSES = 0.15;
const SWITCHES_ON = 0.35;
const READS = 0.9;
/** Trials in which somebody writes a wrong number, and of these the share that is noticed. */
const SLIP = 0.07;
const NOTICED = 0.6;
/** A loose lead takes away more than half of what the magnet does, for so many trials. */
const LOOSE_LEAVES = 0.45;
const LOOSE_TRIALS = 2;
/** A group that comes late, s or this share of the work; how much slower it then is; how others differ. */
const LATE = 240;
const LATE_SHARE = 0.2;
const SLOWER = 1.1;
const PACES = 0.08;
/** Φ⁻¹(0.975): the model's class factor holds for 95 % of classes. */
const NORMAL_975 = 1.959963984540054;
/** Scatter where nothing is predicted. */
const UNKNOWN_SPREAD = { classFactor: 1, scatter: 0.25 };

/**
 * A whole lesson of a class that does not exist, as the timetable has it: the model's own scatter,
 * slips of the pen, one group that comes late, one loose lead. The same for the same chance.
 */
export function rehearse(script: RehearsalScenario, random: Random): Rehearsal {
  const { plan, cases, lesson } = script;
  const measure = measureOf(plan.measure);
  const spread = cases.find(({ forecast }) => forecast)?.forecast?.spread ?? UNKNOWN_SPREAD;
  const { load } = plan.conditions;
  const room: Room = {
    classFactor: Math.exp((Math.log(spread.classFactor) / NORMAL_975) * normalFrom(random)),
    scatter: spread.scatter,
    traySize: script.traySize,
    lifts: Object.fromEntries(script.objects.map((id) => [id, random() < 0.6])),
    ...(load !== undefined && { load }),
  };
  const late = lesson.groups > 1 ? Math.floor(random() * lesson.groups) : null;
  const loose = Math.floor(random() * lesson.groups);
  const { blocks, end } = timetableOf(lesson);
  const discussed = 60 * (end - lesson.minutes.discuss - lesson.minutes.clear);
  const delay = Math.min(LATE, LATE_SHARE * (discussed - 60 * lesson.minutes.introduce));
  const trials = Array.from({ length: lesson.groups }, (_, group) => {
    const pace = Math.exp(PACES * normalFrom(random)) * (group === late ? SLOWER : 1);
    const begin = 60 * lesson.minutes.introduce + (group === late ? delay : 0);
    const own = blocks.filter((block) => block.group === group && block.kind === 'trial');
    const from = Math.floor(random() * Math.max(1, own.length - LOOSE_TRIALS));
    const guessed = new Set<number>();
    return own.flatMap(({ start, length, task }, n): RehearsedTrial[] => {
      const { place, on } = lesson.tasks[task!]!;
      const begins = begin + pace * 60 * (start - lesson.minutes.introduce);
      const read = begins + READS * pace * 60 * length;
      // Whoever is late does not finish: the class talks about what there is.
      if (group === late && read > discussed) return [];
      const isLoose = group === loose && n >= from && n < from + LOOSE_TRIALS;
      const first = !guessed.has(place);
      guessed.add(place);
      const one = cases[place]!;
      const guess = first ? simulatePrediction(measure, one, room, random) : null;
      const felt = isLoose ? weakened(measure, one) : one;
      const outcome = simulateReading(measure, felt, room, random);
      const slip = random() < SLIP ? slipOf(measure, outcome, script.traySize, random) : null;
      const noticed = slip !== null && random() < NOTICED;
      const switchedOn = begins + SWITCHES_ON * pace * 60 * length;
      return [
        {
          group,
          place,
          begins,
          guess,
          switchedOn,
          switchedOff: switchedOn + on * (0.6 + 0.4 * random()),
          read,
          outcome: slip ?? outcome,
          // The first time nobody sees why; then somebody does.
          leadLoose: isLoose && n > from,
          correction: noticed
            ? { at: read + 45, outcome, reason: 'Read again from the sheet.' }
            : null,
        },
      ];
    });
  });
  const inOrder = trials.flat().sort((p, q) => p.read - q.read);
  const last = Math.max(0, ...inOrder.map(({ read, correction }) => correction?.at ?? read));
  return { trials: inOrder, end: Math.max(60 * end, last), late, loose };
}

/** When the guess of a trial is entered, s. */
export const guessedAt = ({ begins, switchedOn }: RehearsedTrial): number =>
  begins + (switchedOn - begins) * (GUESSES / SWITCHES_ON);

/** The same level with a lead that is loose. */
function weakened({ heldAgainst }: Measure, one: Case): Pick<Case, 'forecast'> {
  if (!one.forecast || heldAgainst === null) return one;
  const value = fromRatioScale(
    heldAgainst,
    LOOSE_LEAVES * ratioScale(heldAgainst, one.forecast.value),
  );
  return { forecast: { ...one.forecast, value } };
}

/** A wrong number; null for what cannot be mistyped like that. */
function slipOf(
  measure: Measure,
  outcome: Outcome,
  traySize: number,
  random: Random,
): Outcome | null {
  if (outcome.kind === 'count' && !outcome.parts) {
    const ceiling = ceilingOf(measure, traySize) ?? Infinity;
    const wrong = Math.min(ceiling, outcome.count + 2 + Math.floor(random() * 8));
    return wrong === outcome.count ? null : { ...outcome, count: wrong };
  }
  if (outcome.kind === 'number') {
    const most = ceilingOf(measure, traySize) ?? Infinity;
    const value = Math.min(most, outcome.value * 1.5);
    return { ...outcome, value, typed: formatQuantity(value, measure.quantity!, measure.unit, 3) };
  }
  return null;
}

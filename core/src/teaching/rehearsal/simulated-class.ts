import {
  simulateGuess,
  simulateOutcome,
  type Case,
  type SimulatedClass,
  VERDICTS,
  type Measure,
  type Outcome,
} from '../../lesson/index.js';
import { normalFrom, type Random } from '../../numerics/index.js';
import { formatQuantity } from '../../quantities/index.js';

/** What a rehearsed class measures with, beyond what the simulator knows. */
export interface Room extends SimulatedClass {
  /** By id of each object that is tried: whether this class's magnets lift it. */
  readonly lifts: Readonly<Record<string, boolean>>;
}

/** What a group guesses: SI or a count, or words. */
export interface Guessed {
  readonly value: number | null;
  readonly words: string | null;
}

/** How often a group says of an object the opposite of what its magnet does. */
const MISJUDGED = 0.05;
/** How far off a group's guess is, sd of the log. */
const DOUBT = 0.5;
/** Of what nothing predicts, SI: about so much, give or take; and how often yes. */
const USUAL_LENGTH = 0.3;
const USUAL_TIME = 8;
const USUALLY_YES = 0.7;
const SENTENCES = [
  'It pulled at once and let go when we switched off.',
  'It jumped to the tip before it touched.',
  'Nothing moved until we came close.',
  'It hummed a little and held on.',
] as const;

/** A trial of what the model predicts, or of what nothing does. */
export function simulateReading(
  measure: Measure,
  { forecast }: Pick<Case, 'forecast'>,
  room: Room,
  random: Random,
): Outcome {
  switch (measure.data) {
    case 'objects':
      return {
        kind: 'objects',
        lifted: Object.fromEntries(
          Object.entries(room.lifts).map(([id, lifts]) => [id, lifts !== random() < MISJUDGED]),
        ),
      };
    case 'words':
      return { kind: 'words', text: oneOf(SENTENCES, random), verdict: oneOf(VERDICTS, random) };
    default:
      if (forecast) return simulateOutcome(measure, forecast.value, room, random);
      return measure.data === 'yes-no'
        ? { kind: 'yes-no', yes: random() < USUALLY_YES }
        : inventNumber(measure, room, random);
  }
}

const usual = ({ quantity }: Measure): number =>
  quantity === 'length' ? USUAL_LENGTH : USUAL_TIME;

/** Something timed or measured, of which Nab knows nothing. */
function inventNumber(measure: Measure, { scatter }: Room, random: Random): Outcome {
  const value = usual(measure) * Math.exp(scatter * normalFrom(random));
  const { quantity, unit } = measure;
  return { kind: 'number', value, typed: formatQuantity(value, quantity!, unit, 3) };
}

export function simulatePrediction(
  measure: Measure,
  { forecast }: Pick<Case, 'forecast'>,
  room: Room,
  random: Random,
): Guessed {
  const number = (value: number): Guessed => ({ value, words: null });
  switch (measure.data) {
    case 'objects':
      return number(Math.floor(random() * (Object.keys(room.lifts).length + 1)));
    case 'words':
      return { value: null, words: oneOf(SENTENCES, random) };
    case 'yes-no': {
      const held = (forecast?.value ?? 0) * Math.exp(DOUBT * normalFrom(random));
      return number(held > (room.load ?? 0) ? 1 : 0);
    }
    default:
      return number(simulateGuess(measure, forecast?.value ?? usual(measure), room, random));
  }
}

function oneOf<T>(list: readonly T[], random: Random): T {
  return list[Math.floor(random() * list.length)]!;
}

import { array, object, type Schema } from 'yup';
import { count, filledText, uuid } from '../../fields/index.js';
import { actor, instant, type Actor } from './reading.js';

/** A reading that can be voted for, in the words that the audience sees. */
export interface PollChoice {
  readonly value: number;
  readonly name: string;
}

/** Choices of one vote: yes and no, or so many cells and “not even all of them”. */
const MOST_CHOICES = 13;
/** The largest of them: cells of the largest bank, and a pack more. */
const MOST_CELLS = 999;
/** The largest hall. */
const MOST_HANDS = 9999;

const FEW = 'At least two things to choose from.';

/**
 * A vote of an audience before a trial: what is asked, which readings it may choose from, how many
 * hands were counted for each, and since when nobody may vote any more.
 */
export interface PollBody {
  readonly levelId: string;
  readonly seriesId: string | null;
  readonly question: string;
  /** 1 and 0 for held and dropped, or numbers of cells. */
  readonly choices: readonly PollChoice[];
  /** Raised hands, one number a choice. */
  readonly hands: readonly number[];
  readonly openedAt: string;
  readonly closedAt: string | null;
  readonly actor: Actor;
}

export const pollSchema = object({
  levelId: uuid(),
  seriesId: uuid().nullable(),
  question: filledText(200, 'Say what is asked.'),
  choices: array(
    object({
      value: count(MOST_CELLS).required('Say what can be chosen.'),
      name: filledText(60, 'Name the choice.'),
    })
      .noUnknown()
      .required(),
  )
    .min(2, FEW)
    .max(MOST_CHOICES, `At most ${MOST_CHOICES} things to choose from.`)
    .required(FEW)
    .test('distinct', 'Each choice once.', (list) => {
      const values = (list as readonly (Partial<PollChoice> | null)[] | undefined)?.map(
        (choice) => choice?.value,
      );
      return new Set(values).size === (values?.length ?? 0);
    }),
  hands: array(count(MOST_HANDS).required('Count the hands.')).required('Count the hands.'),
  openedAt: instant(),
  closedAt: instant().nullable(),
  actor: actor(),
})
  .noUnknown()
  .required()
  .test('one-each', (body, context) =>
    body.hands?.length === body.choices?.length
      ? true
      : context.createError({ path: 'hands', message: 'One number of hands for each choice.' }),
  ) as unknown as Schema<PollBody>;

/** One telephone's vote; the last counts. */
export interface VoteBody {
  readonly choice: number;
}

export const voteSchema = object({
  choice: count(MOST_CELLS).required('Choose one.'),
})
  .noUnknown()
  .required() as unknown as Schema<VoteBody>;

/** A vote with what telephones said, one number a choice. */
export interface Poll extends PollBody {
  readonly id: string;
  readonly telephones: readonly number[];
}

/** Hands and telephones together, one number a choice. */
export const votesOf = ({ hands, telephones }: Pick<Poll, 'hands' | 'telephones'>): number[] =>
  hands.map((raised, i) => raised + (telephones[i] ?? 0));

/** The choice that most took, the first of equals; null where nobody voted. */
export function favourite(poll: Pick<Poll, 'choices' | 'hands' | 'telephones'>): number | null {
  const votes = votesOf(poll);
  const most = Math.max(0, ...votes);
  return most === 0 ? null : poll.choices[votes.indexOf(most)]!.value;
}

/** The valid vote before a trial: the last that was opened at a level. */
export function pollAt(
  polls: readonly Poll[],
  at: { readonly levelId: string; readonly seriesId: string | null },
): Poll | null {
  return polls
    .filter(({ levelId, seriesId }) => levelId === at.levelId && seriesId === at.seriesId)
    .reduce<Poll | null>(
      (last, poll) => (last === null || poll.openedAt > last.openedAt ? poll : last),
      null,
    );
}

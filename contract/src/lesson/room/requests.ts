import { boolean, object, string, type Schema } from 'yup';
import { choice, text, uuid } from '../../fields/index.js';
import { CODE_LENGTH, isCode, tidyCode } from './join-code.js';
import { STAGES, type BenchSpot, type RoomBody } from './resources.js';

/** Fewer could be guessed by a patient class. */
const LEAST_LETTERS = 12;
const MOST_LETTERS = 200;

export interface SignInBody {
  readonly passPhrase: string;
}

export const signInSchema = object({
  passPhrase: text(MOST_LETTERS).required('Type the pass phrase.'),
})
  .noUnknown()
  .required() as unknown as Schema<SignInBody>;

/** A pass phrase set for the first time, with the code printed at the start, or changed. */
export interface PassPhraseBody {
  readonly passPhrase: string;
  /** The code that the start printed; null where a phrase is changed. */
  readonly setUp: string | null;
  /** The phrase until now; null where none was set. */
  readonly current: string | null;
}

export const passPhraseSchema = object({
  passPhrase: text(MOST_LETTERS).test(
    'long',
    `At least ${LEAST_LETTERS} characters: a few words that are no saying.`,
    (value: unknown) => typeof value !== 'string' || [...value.trim()].length >= LEAST_LETTERS,
  ),
  setUp: text(MOST_LETTERS).nullable().defined(),
  current: text(MOST_LETTERS).nullable().defined(),
})
  .noUnknown()
  .required() as unknown as Schema<PassPhraseBody>;

export interface CodeBody {
  readonly code: string;
}

const code = () =>
  string()
    .defined('Type the code on the board.')
    .max(40, `A code has ${CODE_LENGTH} letters.`)
    .test('code', `A code has ${CODE_LENGTH} letters.`, (value: unknown) =>
      typeof value === 'string' ? isCode(tidyCode(value)) : true,
    );

export const codeSchema = object({ code: code() })
  .noUnknown()
  .required() as unknown as Schema<CodeBody>;

/** A tablet joins as a group, or a screen as the board (no group). */
export interface JoinBody extends CodeBody {
  readonly groupId: string | null;
  /** An educator who is signed in on this device agrees to be signed out by it. */
  readonly signOut?: boolean;
}

export const joinSchema = object({
  code: code(),
  groupId: uuid().nullable(),
  signOut: boolean().optional(),
})
  .noUnknown()
  .required() as unknown as Schema<JoinBody>;

/** The longest message that is read at a glance. */
const MOST_MESSAGE = 160;

export const roomSchema = object({
  paused: boolean().defined(),
  message: text(MOST_MESSAGE),
  ended: boolean().defined(),
  begun: boolean().defined(),
  ranked: boolean().defined(),
})
  .noUnknown()
  .required() as unknown as Schema<RoomBody>;

export const spotSchema = object({
  levelId: uuid(),
  seriesId: uuid().nullable(),
  stage: choice(STAGES, 'a part of a trial'),
})
  .noUnknown()
  .required() as unknown as Schema<BenchSpot>;

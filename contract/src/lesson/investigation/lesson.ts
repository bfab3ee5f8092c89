import { ARRANGEMENTS, TYPICAL_MINUTES, type Arrangement } from '@nab/core/lesson';
import { array, number, object, string, type InferType } from 'yup';
import { choice, filledText, text } from '../../fields/index.js';

/** Longest step and longest lesson, minutes; longest time that a class leaves a current on, s. */
const MOST_STEP = 120;
const MOST_LESSON = 480;
const MOST_ON = 60;

/** Paper that a sheet is printed on, mm. */
export const PAPERS = {
  A4: { width: 210, height: 297 },
  Letter: { width: 215.9, height: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

/** For whom a sheet is written. */
export const SHEET_READERS = {
  plain: 'In short sentences',
  full: 'In full',
} as const;
export type SheetReader = keyof typeof SHEET_READERS;

function minutes(most: number, least = 0) {
  const message = `Type minutes from ${least} to ${most}.`;
  return number().typeError(message).min(least, message).max(most, message).defined(message);
}

const onMessage = `Type seconds from 1 to ${MOST_ON}.`;

const riskSchema = object({
  hazard: filledText(120, 'Name the hazard.'),
  who: text(120),
  action: filledText(400, 'Say what is done about it.'),
}).noUnknown();

/** How the lesson is laid out and what is printed for it: everything is the educator's. */
export const lessonSchema = object({
  arrangement: choice<Arrangement>(ARRANGEMENTS, 'who winds what'),
  /** Minutes that there are. */
  length: minutes(MOST_LESSON, 1),
  minutes: object({
    introduce: minutes(MOST_STEP),
    coil: minutes(MOST_STEP),
    tenTurns: minutes(MOST_STEP),
    connect: minutes(MOST_STEP),
    trial: minutes(MOST_STEP),
    passOn: minutes(MOST_STEP),
    discuss: minutes(MOST_STEP),
    clear: minutes(MOST_STEP),
  })
    .noUnknown()
    .required(),
  /** Seconds for which the current is on in a trial. */
  on: number().typeError(onMessage).min(1, onMessage).max(MOST_ON, onMessage).defined(),
  /** When it begins, local time, `2026-11-30T09:15`; empty when nobody has said. */
  begins: string()
    .defined()
    .matches(/^(\d{4}-\d\d-\d\dT\d\d:\d\d)?$/, 'Choose a day and a time.'),
  paper: choice<Paper>(PAPERS, 'a paper'),
  reader: choice<SheetReader>(SHEET_READERS, 'for whom it is written'),
  /** The school's own risk notes, instead of those that Nab writes; null for Nab's. */
  risks: array(riskSchema.required()).max(30, 'At most 30 notes.').nullable().defined(),
}).noUnknown();

export type LessonSettings = InferType<typeof lessonSchema>;
export type RiskNote = InferType<typeof riskSchema>;

/** What a lesson is begun with. */
export const USUAL_LESSON: LessonSettings = {
  arrangement: 'own-coils',
  length: 60,
  minutes: TYPICAL_MINUTES,
  on: 5,
  begins: '',
  paper: 'A4',
  reader: 'full',
  risks: null,
};

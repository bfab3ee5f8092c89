import { object, type InferType } from 'yup';
import { choice } from '../../fields/index.js';

/** Where an investigation is found. Deleting hides it: its readings stay, and it can be brought back. */
export const PLACES = {
  open: 'Open',
  archived: 'Archived',
  deleted: 'Deleted',
} as const;
export type Status = keyof typeof PLACES;

/** What is sent to move an investigation to another place. */
export const placeSchema = object({ place: choice<Status>(PLACES, 'a place') })
  .noUnknown()
  .required();
export type PlaceBody = InferType<typeof placeSchema>;

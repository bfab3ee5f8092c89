import { object, type InferType } from 'yup';
import { choice } from '../../fields/index.js';
import { PLACES, type Status } from './status.js';

/** What is sent to move an investigation to another place. */
export const placeSchema = object({ place: choice<Status>(PLACES, 'a place') })
  .noUnknown()
  .required();
export type PlaceBody = InferType<typeof placeSchema>;

import { object, type Schema } from 'yup';
import { uuid } from '../../fields/index.js';
import type { PredictionBody, ReadingBody } from '../investigation/index.js';

/** A record that found no place in its plan, as it was sent. */
export type UnplacedReading = {
  readonly id: string;
  /** Why it has no place, as a sentence. */
  readonly why: string;
  readonly receivedAt: string;
} & (
  | { readonly kind: 'reading'; readonly body: ReadingBody }
  | { readonly kind: 'prediction'; readonly body: PredictionBody }
);

/** What a tablet is told instead of its record: it is kept, for the educator to decide. */
export interface StoredUnplaced {
  readonly stray: true;
  readonly why: string;
}

/** Where the educator says that it belongs. */
export interface Placement {
  readonly groupId: string;
  readonly levelId: string;
  readonly seriesId: string | null;
}

export const placementSchema = object({
  groupId: uuid(),
  levelId: uuid(),
  seriesId: uuid().nullable(),
})
  .noUnknown()
  .required() as unknown as Schema<Placement>;

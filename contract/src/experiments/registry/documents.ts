import {
  EXPERIMENT_IDS,
  type ExperimentDesigns,
  type ExperimentId,
  type Subject,
} from '@nab/core/experiments';
import { lazy, mixed, type Schema } from 'yup';
import {
  compassSchema,
  newCompassSet,
  toCompassSet,
  type CompassDocument,
} from '../compass/index.js';
import { designSchema, newDesign, type DesignDocument, toMagnetDesign } from '../magnet/index.js';
import { newTrack, toRollingCell, trackSchema, type TrackDocument } from '../rolling-cell/index.js';
import { newSpinner, spinnerSchema, toSpinner, type SpinnerDocument } from '../spinner/index.js';
import { newShell, shellSchema, toShellMagnet, type ShellDocument } from '../shell-magnet/index.js';

/** What is stored, sent and saved to a file of each experiment: everything as it was typed. */
export interface ExperimentDocuments {
  readonly 'straight-magnet': DesignDocument;
  readonly 'shell-magnet': ShellDocument;
  readonly compass: CompassDocument;
  readonly 'rolling-cell': TrackDocument;
  readonly spinner: SpinnerDocument;
}

export type ExperimentDocument = ExperimentDocuments[ExperimentId];

/** How an experiment's document is checked, begun and made SI of. */
export interface DocumentKind<K extends ExperimentId> {
  /** What its file says it is. */
  readonly format: string;
  readonly schema: Schema<ExperimentDocuments[K]>;
  fresh(name?: string): ExperimentDocuments[K];
  toDesign(document: ExperimentDocuments[K]): ExperimentDesigns[K];
}

/** One entry for each experiment of the core, or it does not compile. */
export const DOCUMENTS: { readonly [K in ExperimentId]: DocumentKind<K> } = {
  'straight-magnet': {
    format: 'nab-design',
    schema: designSchema as Schema<DesignDocument>,
    fresh: newDesign,
    toDesign: toMagnetDesign,
  },
  'shell-magnet': {
    format: 'nab-shell-magnet',
    schema: shellSchema as Schema<ShellDocument>,
    fresh: newShell,
    toDesign: toShellMagnet,
  },
  compass: {
    format: 'nab-compass',
    schema: compassSchema as Schema<CompassDocument>,
    fresh: newCompassSet,
    toDesign: toCompassSet,
  },
  'rolling-cell': {
    format: 'nab-track',
    schema: trackSchema as Schema<TrackDocument>,
    fresh: newTrack,
    toDesign: toRollingCell,
  },
  spinner: {
    format: 'nab-spinner',
    schema: spinnerSchema as Schema<SpinnerDocument>,
    fresh: newSpinner,
    toDesign: toSpinner,
  },
};

/** The experiment that a document belongs to by its format; null for anything else. */
export function experimentOf(document: unknown): ExperimentId | null {
  const format = (document as { format?: unknown } | null | undefined)?.format;
  return EXPERIMENT_IDS.find((id) => DOCUMENTS[id].format === format) ?? null;
}

const unknownFormat = mixed<never>()
  .required('The design is missing.')
  .test('format', 'This is no design of Nab’s.', () => false);

/** The schema of whichever experiment a document says it is of. */
export const experimentDocumentSchema = lazy((value: unknown) => {
  const experiment = experimentOf(value);
  return (
    experiment === null ? unknownFormat : DOCUMENTS[experiment].schema
  ) as Schema<ExperimentDocument>;
});

/** A document as what the core computes with. It must be valid. */
export function toSubject(document: ExperimentDocument): Subject {
  const experiment = experimentOf(document)!;
  // Kind and document belong together by their format, which a look-up by key cannot see.
  const kind = DOCUMENTS[experiment] as DocumentKind<typeof experiment>;
  return { experiment, design: kind.toDesign(document as never) } as Subject;
}

/** A stored document with the keys that a later Nab added, at their defaults. */
export function completeDocument<D extends ExperimentDocument>(document: D): D {
  const experiment = experimentOf(document);
  return experiment === null
    ? document
    : (DOCUMENTS[experiment].schema.cast(document, { assert: false }) as D);
}

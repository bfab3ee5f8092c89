import { check } from '@nab/contract/problem';
import {
  DOCUMENTS,
  experimentOf,
  type ExperimentDocument,
  type ExperimentDocuments,
} from '@nab/contract/experiments';
import { EXPERIMENTS, type ExperimentId } from '@nab/core/experiments';
import type { Schema } from 'yup';
import { fileName, saveFile } from '../../platform/files';

/** What came of opening a file: the design, or sentences that say what is wrong with it. */
export type Opened<D> =
  | { readonly document: D; readonly faults: null }
  | { readonly document: null; readonly faults: readonly string[] };

/**
 * Reads the design of an experiment from a file’s text: forgiving about order, defaults and unknown
 * keys, strict about meaning.
 */
export function readDocument<K extends ExperimentId>(
  text: string,
  experiment: K,
): Opened<ExperimentDocuments[K]> {
  const fail = (...faults: string[]): Opened<never> => ({ document: null, faults });
  let parsed: unknown;
  try {
    parsed = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return fail('The file is not JSON, so it cannot be a design of Nab’s.');
  }
  const found = experimentOf(parsed);
  if (found !== null && found !== experiment) {
    return fail(
      `This file is of another experiment: ${EXPERIMENTS[found].name.toLowerCase()}, not ${EXPERIMENTS[experiment].name.toLowerCase()}.`,
    );
  }
  const schema = DOCUMENTS[experiment].schema as unknown as Schema<ExperimentDocuments[K]>;
  const checked = check(schema, parsed, 'file');
  if (checked.ok) return { document: checked.value, faults: null };
  return fail(
    ...checked.errors.map(({ path, message }) => (path ? `${path}: ${message}` : message)),
  );
}

/** Offers a design as a file to keep. */
export function saveDocument(document: ExperimentDocument): void {
  const text = `${JSON.stringify(document, null, 2)}\n`;
  saveFile(`${fileName(document.name)}.json`, new Blob([text], { type: 'application/json' }));
}

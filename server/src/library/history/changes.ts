import type { EarlierState } from '@nab/contract/lesson';
import { isDeepStrictEqual } from 'node:util';
import type { EarlierRow } from './repository.js';

type Document = Readonly<Record<string, unknown>>;

/** Parts of a document that differ, by the name that they have in it. */
export function partsChanged(before: Document, after: Document): string[] {
  const parts = new Set([...Object.keys(before), ...Object.keys(after)]);
  return [...parts].filter((part) => !isDeepStrictEqual(before[part], after[part]));
}

/**
 * Earlier states with what was changed to get from each to the one after it.
 * @param rows of several things, the newest first.
 * @param now of each kind as it is now.
 */
export function withChanges(
  rows: readonly EarlierRow[],
  now: Readonly<Partial<Record<EarlierState['kind'], Document>>>,
): EarlierState[] {
  const after = { ...now };
  return rows
    .map(({ id, kind, version, document, actor, at }): EarlierState => {
      const changed = partsChanged(document, after[kind] ?? {});
      after[kind] = document;
      return { id, kind, version, document, actor, at: at.toISOString(), changed };
    })
    .filter(({ changed }) => changed.length > 0);
}

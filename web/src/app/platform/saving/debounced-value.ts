import { computed, type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { debounceTime } from 'rxjs';
import type { SavedDocument } from './saved-document';

const REST_MS = 120;

/**
 * The last value without faults of a document once the hand has come to rest: what is not looked at
 * while dragging follows this one, so that the drawing keeps up with the finger. What rested before
 * another document was opened belongs to that one and is never shown. In an injection context.
 */
export function debouncedValue<T extends object>(
  document: () => SavedDocument<T> | null,
): Signal<T | null> {
  const rested = toSignal(
    toObservable(
      computed(() => {
        const owner = document();
        return owner && { owner, value: owner.valid() };
      }),
    ).pipe(debounceTime(REST_MS)),
    { initialValue: null },
  );
  return computed(() => {
    const owner = document();
    const last = rested();
    return last?.owner === owner ? last.value : (owner?.valid() ?? null);
  });
}

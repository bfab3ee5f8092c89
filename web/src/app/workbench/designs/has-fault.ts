import type { FieldError } from '@nab/contract/problem';

/** Whether something that is typed in one of a document's parts needs mending. */
export function hasFault(
  { errors }: { readonly errors: () => readonly FieldError[] },
  ...parts: readonly string[]
): boolean {
  return errors().some(({ path }) =>
    parts.some((part) => path === part || path.startsWith(`${part}.`)),
  );
}

import type { FieldError } from '@nab/contract/problem';

/** Whether something typed in one of a document's parts has to be corrected. */
export function hasFault(
  { errors }: { readonly errors: () => readonly FieldError[] },
  ...parts: readonly string[]
): boolean {
  return errors().some(({ path }) =>
    parts.some((part) => path === part || path.startsWith(`${part}.`)),
  );
}

/** The names of a table of things, by their keys. */
export function namesOf<K extends string>(
  table: Readonly<Record<K, { readonly name: string }>>,
): Record<K, string> {
  return Object.fromEntries(
    Object.entries<{ readonly name: string }>(table).map(([id, { name }]) => [id, name]),
  ) as Record<K, string>;
}

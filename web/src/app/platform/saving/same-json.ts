/** Whether a stored value is one that was sent from here. */
export const isOwn = (stored: unknown, { sent = [] }: { sent?: readonly unknown[] }): boolean =>
  sent.some((one) => sameJson(one, stored));

/** Equal as they are sent, in whatever order their keys stand. */
export function sameJson(p: unknown, q: unknown): boolean {
  const plain = (value: unknown): string =>
    JSON.stringify(value, (_key, inner: unknown) =>
      typeof inner === 'object' && inner !== null && !Array.isArray(inner)
        ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
        : inner,
    );
  return plain(p) === plain(q);
}

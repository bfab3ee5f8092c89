/**
 * What a group tries next: the first of its order that it has not done yet. What it did out of turn
 * counts as the next of its kind, wherever it comes.
 * @param order of a group, such as {@link balancedOrders} gives: what is tried, trial by trial.
 * @param done how often each has been tried.
 * @returns null when everything has been done.
 */
export function nextInOrder<T>(order: readonly T[], done: (one: T) => number): T | null {
  const passed = new Map<T, number>();
  for (const one of order) {
    const before = passed.get(one) ?? 0;
    if (before >= done(one)) return one;
    passed.set(one, before + 1);
  }
  return null;
}

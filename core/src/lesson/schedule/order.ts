/**
 * Williams' design: orders of n treatments in which each comes at each place equally often, and
 * each follows each other one equally often. n orders for an even n, 2 n for an odd one.
 * Source: E. J. Williams, "Experimental designs balanced for the estimation of residual effects of
 * treatments", Australian Journal of Scientific Research A 2 (1949) 149–168.
 * @param count of treatments. @returns orders of indices 0 … count − 1.
 */
export function williamsOrders(count: number): number[][] {
  // 0, 1, n − 1, 2, n − 2, …: neighbours differ by every number once.
  const zigzag = Array.from({ length: count }, (_, i) =>
    i % 2 === 1 ? (i + 1) / 2 : (count - i / 2) % count,
  );
  const square = zigzag.map((_, shift) => zigzag.map((place) => (place + shift) % count));
  if (count < 2) return [zigzag];
  return count % 2 === 0 ? square : [...square, ...square.map((row) => [...row].reverse())];
}

/**
 * The order in which each group tries everything once per repeat, balanced over the groups, so that
 * drift affects all of them equally.
 * @returns by group: count × repeats indices.
 */
export function balancedOrders(count: number, groups: number, repeats: number): number[][] {
  const rows = williamsOrders(count);
  return Array.from({ length: groups }, (_, group) =>
    Array.from(
      { length: repeats },
      (_, repeat) => rows[(group * repeats + repeat) % rows.length]!,
    ).flat(),
  );
}

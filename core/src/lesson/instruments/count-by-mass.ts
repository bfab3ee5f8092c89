/** How many equal things lie on a scale. */
export interface WeighedCount {
  readonly count: number;
  /** Whether the scale tells this number from its neighbours. */
  readonly sure: boolean;
}

/**
 * @param mass on the scale, kg. @param each of one of them, kg. @param readsTo the scale's last digit, kg.
 * @returns sure when the whole width of that digit rounds to the same number.
 */
export function countByMass(mass: number, each: number, readsTo: number): WeighedCount {
  const exact = Math.max(0, mass / each);
  const count = Math.round(exact);
  return { count, sure: Math.abs(exact - count) + readsTo / 2 / each < 0.5 };
}

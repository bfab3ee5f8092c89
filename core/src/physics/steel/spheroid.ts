/**
 * Demagnetising factor along the axis of a spheroid: 1/3 for a sphere, less for a needle, more for a
 * disc. Source: Osborn, Phys. Rev. 67, 351 (1945), eqs. 2.16 and 2.23.
 * @param aspect length over diameter, > 0.
 */
export function spheroidFactor(aspect: number): number {
  const square = aspect * aspect;
  // Near the sphere both forms cancel; the first term of their series is right to 1e-6 there.
  if (Math.abs(aspect - 1) < 1e-3) return 1 / 3 - (4 / 15) * (aspect - 1);
  if (aspect > 1) {
    const root = Math.sqrt(square - 1);
    return ((aspect / root) * Math.log(aspect + root) - 1) / (square - 1);
  }
  return (1 - (aspect / Math.sqrt(1 - square)) * Math.acos(aspect)) / (1 - square);
}

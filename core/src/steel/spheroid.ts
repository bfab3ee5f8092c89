/**
 * Demagnetising factor along a prolate spheroid. Source: Osborn, Phys. Rev. 67, 351 (1945), eq. 2.16.
 * @param aspect length over diameter, > 1.
 */
export function spheroidFactor(aspect: number): number {
  const root = Math.sqrt(aspect * aspect - 1);
  return ((aspect / root) * Math.log(aspect + root) - 1) / (aspect * aspect - 1);
}

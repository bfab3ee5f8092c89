/** Sense in which the wire goes round the core, from its first turn on, seen facing the lifting end. */
export type WindingSense = 'clockwise' | 'anticlockwise';
/** Which tail is connected to the battery's plus: that of the first turn, or that of the last. */
export type PlusTail = 'first' | 'last';

export interface Poles {
  readonly tip: 'N' | 'S';
  readonly rear: 'N' | 'S';
}

/**
 * Poles of a wound core. Curl the fingers of the right hand round the core the way the current goes:
 * the thumb points to N. Seen facing an end, current that goes round anticlockwise makes it N. Every
 * layer is wound in the same sense, so layers do not matter.
 * Source: the right-hand rule, any textbook.
 */
export function polesOf(sense: WindingSense, plusTail: PlusTail): Poles {
  const currentAnticlockwise = (sense === 'anticlockwise') === (plusTail === 'first');
  return currentAnticlockwise ? { tip: 'N', rear: 'S' } : { tip: 'S', rear: 'N' };
}

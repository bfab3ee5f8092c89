import type { CountedTurns, Shown, WindingPlace } from '@nab/core/lesson';
import { howMany } from '../terms/index.js';

/**
 * Where the hand is: which layer, how far, and which way it goes.
 * @param magnet whether the winding has a lifting end to go to.
 */
export function placeWords(
  { layer, layers, inLayer, wound, forward }: WindingPlace,
  magnet: boolean,
): string {
  const which = layers > 1 ? `Layer ${layer + 1} of ${layers}, ` : '';
  const way = magnet
    ? forward
      ? ', toward the lifting end'
      : ', away from the lifting end'
    : layer % 2 === 0
      ? ', away from where you began'
      : ', back to where you began';
  const sentence = `${which}turn ${wound} of ${inLayer}${way}.`;
  return sentence[0]!.toUpperCase() + sentence.slice(1);
}

/** What a check of the count means, and what to do. */
export function checkWords(counted: CountedTurns | null, planned: number, by: Shown['by']): string {
  const thing = by === 'mass' ? 'scale' : 'meter';
  if (!counted) {
    return by === 'mass'
      ? 'The tails alone weigh more than that. Was the core taken off?'
      : 'The tails alone have more than that. Do turns touch where the wire is bare?';
  }
  const turns = Math.round(counted.turns);
  const band = Math.max(1, Math.round(counted.uncertainty));
  const found = `That is ${turns} ± ${howMany(band, 'turn')}`;
  if (counted.verdict === 'coarse') {
    return `${found}: this ${thing} is too coarse to tell. Count again by hand, or take a finer one.`;
  }
  if (counted.verdict === 'right') return `${found}, as planned (${planned}).`;
  const off = Math.abs(turns - planned);
  const much =
    by === 'resistance' && turns > 2 * planned
      ? ' If it is much more, enamel is left on the ends.'
      : '';
  return `${found}, where ${planned} were planned: about ${off} too ${turns > planned ? 'many' : 'few'}. Count again.${much}`;
}

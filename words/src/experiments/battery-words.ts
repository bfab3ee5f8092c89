import type { BatteryUse } from '@nab/core/lesson';
import { howMany, percentText } from '../terms/index.js';

/** What the lesson does to the cells, in sentences. */
export function batteryWords(
  { drawn, holds, swapAfter, packs, spare, lastOverFirst, biasInSequence, biasInOrder }: BatteryUse,
  groups: number,
): string[] {
  const little = (share: number): boolean => Math.abs(share) < 0.005;
  const by = (share: number): string =>
    little(share) ? 'by less than 1 %' : `by ${percentText(Math.abs(share))}`;
  return [
    `Each group draws ${drawn / holds < 0.005 ? 'less than 1 %' : percentText(drawn / holds)} of the charge of its cells, which lowers its last reading ${by(1 - lastOverFirst)}.`,
    swapAfter === null
      ? `One pack a group lasts the lesson. Have ${howMany(spare, 'pack')} to spare.`
      : `Swap the cells after ${howMany(swapAfter, 'trial')}: ${howMany(packs, 'pack')} for each of ${howMany(groups, 'group')}, and ${spare} to spare.`,
    little(biasInSequence)
      ? 'Fading alone changes the last level by less than 1 %, whatever the order.'
      : `Tried from the first level to the last, fading alone would change the last ${by(biasInSequence)}; in the order above ${by(biasInOrder)}.`,
  ];
}

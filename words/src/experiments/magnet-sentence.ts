import type { DesignDocument } from '@nab/contract/experiments';
import { formatNumber } from '@nab/core/quantities';
import { predictiveBand, type ClassPosterior } from '@nab/core/statistics';
import type { Evaluation, Limit } from '@nab/core/experiments';
import { bandText, countText, objectWord, percentText } from '../terms/index.js';
import { gainText } from './changes.js';

/** What matters about a magnet, first sentence: what it lifts. */
export function liftSentence(
  evaluation: Evaluation,
  load: Pick<DesignDocument['load'], 'object' | 'ownName'>,
  belief: ClassPosterior,
): string {
  const band = predictiveBand(belief, evaluation.liftedCount);
  if (band.high < 1) return `Lifts nothing: not a single ${objectWord(load, 1)}.`;
  return `Lifts about ${countText(band.median)} ${objectWord(load, band.median)} (${bandText(band)}).`;
}

/**
 * Why a class's magnets are given other counts than Nab's model alone gives, and what the model alone
 * says; null where the class has shown no difference.
 */
export function learntSentence(
  { liftedCount }: Evaluation,
  load: Pick<DesignDocument['load'], 'object' | 'ownName'>,
  belief: ClassPosterior,
): string | null {
  const factor = formatNumber(Math.exp(belief.mean), 2);
  if (factor === '1') return null;
  return `Adjusted to this class’s trials: ${factor} times the model. The model alone gives ${countText(liftedCount)} ${objectWord(load, liftedCount)}, and the Question page uses that.`;
}

/** Second sentence: what limits it, and what one change would bring. */
export function limitSentence(limit: Limit): string {
  const gain = gainText(limit.gain);
  switch (limit.kind) {
    case 'cancelled':
      return 'The current goes round the core as often one way as the other, so nothing is left: join the wires the other way.';
    case 'wound-against':
      return `The second coil is wound against the first: both ends get the same pole. The other way round it would lift ${gain}.`;
    case 'current-limit':
      return 'The bench supply is the limit: it holds the current at its set limit. More turns would use the same current better.';
    case 'material':
      return 'The core is the limit: nothing magnetic is inside the coil, so only the coil itself pulls.';
    case 'heat':
      return 'Heat is the limit: the coil is too hot to touch before a trial is over.';
    case 'saturation':
      return `The core is the limit: it is nearly saturated. A core a fifth thicker would lift ${gain}.`;
    case 'battery':
      return `The battery is the limit: ${percentText(limit.cellShare)} of its voltage is lost inside the cells. A second pack beside it would lift ${gain}.`;
    case 'leads':
      return `The leads are the limit: ${percentText(limit.leadShare)} of the voltage is lost in leads and clips. Leads of half the resistance would lift ${gain}.`;
    case 'wire':
      return `The wire is the limit: ${percentText(limit.coilShare)} of the voltage is lost in it. Wire a quarter thicker would lift ${gain}.`;
    case 'room':
      return 'Room is the limit: no single change of battery, leads or wire gains much. Turns nearer the tip or a longer core would.';
  }
}

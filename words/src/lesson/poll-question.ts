import type { Plan, PollChoice } from '@nab/contract/lesson';
import { bankSteps } from '@nab/core/physics';
import type { Case, Measure } from '@nab/core/lesson';
import { bankText, packOf } from '../experiments/index.js';
import { answerOf } from './readings.js';

/** What an audience is asked before a trial. */
export interface PollQuestion {
  readonly question: string;
  readonly choices: readonly PollChoice[];
}

/** The most steps that can be voted on. */
const MOST_STEPS = 12;

/** The reading that says that a full bank of so many cells did not hold: at least one step more. */
export const moreThan = (cells: number, pack: number): number => cells + Math.max(1, pack);

/** What can be voted on before a trial of this measure; null where it is no matter of a few choices. */
export function pollQuestion(
  measure: Measure,
  { load }: Pick<Plan, 'load'>,
  { name, subject }: Pick<Case, 'subject'> & { readonly name: string },
): PollQuestion | null {
  const what = load ?? 'it';
  const { data, heldAgainst } = measure;
  if (data === 'yes-no') {
    const choice = (yes: boolean): PollChoice => ({
      value: yes ? 1 : 0,
      name: `It ${answerOf(measure, yes).will}`,
    });
    return {
      question:
        heldAgainst === 'load' ? `${name}: will it hold ${what}?` : `${name}: what will it do?`,
      choices: [choice(true), choice(false)],
    };
  }
  if (heldAgainst !== 'cells-to-hold' || !subject || subject.design.supply.bench) return null;
  const { supply } = subject.design;
  const left = bankSteps(supply).map(({ cells }) => cells);
  if (left.length < 2) return null;
  const pack = packOf(supply);
  return {
    question: `${name}: how few ${pack > 0 ? 'packs' : 'cells'} will hold ${what}?`,
    choices: [
      ...left
        .slice(0, MOST_STEPS)
        .reverse()
        .map((cells) => ({ value: cells, name: bankText(cells, pack) })),
      { value: moreThan(left[0]!, pack), name: 'Not even all of them' },
    ],
  };
}

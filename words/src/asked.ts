import type { Plan, PollChoice } from '@nab/contract';
import type { Case, Measure } from '@nab/core';
import { howMany } from './format.js';
import { answerOf } from './readings.js';

/** What an audience is asked before a trial. */
export interface Asked {
  readonly question: string;
  readonly choices: readonly PollChoice[];
}

/** The most cells that can be voted on. */
const MOST_CELLS = 12;

/** What can be voted on before a trial of this measure; null where it is no matter of a few choices. */
export function asked(
  measure: Measure,
  { load }: Pick<Plan, 'load'>,
  { name, subject }: Pick<Case, 'subject'> & { readonly name: string },
): Asked | null {
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
  const cells = subject?.design.supply.series ?? 0;
  if (heldAgainst !== 'cells-to-hold' || cells < 2) return null;
  return {
    question: `${name}: how few cells will hold ${what}?`,
    choices: Array.from({ length: Math.min(cells, MOST_CELLS) }, (_, i) => ({
      value: i + 1,
      name: howMany(i + 1, 'cell'),
    })),
  };
}

import type { Plan, PollChoice } from '@nab/contract';
import type { Case, Measure } from '@nab/core';
import { howMany } from './format.js';

/** What an audience is asked before a trial. */
export interface Asked {
  readonly question: string;
  readonly choices: readonly PollChoice[];
}

/** The most cells that can be voted on. */
const MOST_CELLS = 12;

/** What can be voted on before a trial of this measure; null where it is no matter of a few choices. */
export function asked(
  { data, heldAgainst }: Measure,
  { load }: Pick<Plan, 'load'>,
  { name, subject }: Pick<Case, 'subject'> & { readonly name: string },
): Asked | null {
  const what = load ?? 'it';
  if (data === 'yes-no') {
    return {
      question: `${name}: will it hold ${what}?`,
      choices: [
        { value: 1, name: 'It will hold' },
        { value: 0, name: 'It will drop' },
      ],
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

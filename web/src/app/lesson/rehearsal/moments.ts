import { guessedAt, type Rehearsal, type RehearsedTrial } from '@nab/core/teaching';

/** One thing that a group does: takes up a level, guesses, switches on and off, reads, corrects. */
export interface Moment {
  /** s from the beginning of the lesson. */
  readonly at: number;
  readonly kind: 'begin' | 'guess' | 'on' | 'off' | 'read' | 'correct';
  readonly trial: RehearsedTrial;
}

/** Everything that is done in a rehearsed lesson, in turn. */
export function momentsOf({ trials }: Rehearsal): Moment[] {
  const moments = trials.flatMap((trial): Moment[] => [
    { at: trial.begins, kind: 'begin', trial },
    ...(trial.guess ? [{ at: guessedAt(trial), kind: 'guess' as const, trial }] : []),
    { at: trial.switchedOn, kind: 'on', trial },
    { at: trial.switchedOff, kind: 'off', trial },
    { at: trial.read, kind: 'read', trial },
    ...(trial.correction ? [{ at: trial.correction.at, kind: 'correct' as const, trial }] : []),
  ]);
  return moments.sort((p, q) => p.at - q.at);
}

/** What a rehearsal had in store, told when it is over. */
export function hiddenIn(
  { trials, late, loose }: Rehearsal,
  groups: readonly { readonly name: string }[],
): string {
  const name = (group: number): string => groups[group]?.name ?? '';
  const slips = trials.filter(({ correction }) => correction !== null).length;
  return [
    late === null ? '' : `${name(late)} came late and did not hurry.`,
    `A lead was loose at ${name(loose)} for two trials.`,
    slips === 0
      ? 'Nobody corrected a slip of the pen.'
      : `Slips of the pen that were corrected: ${slips}; others may stand uncorrected.`,
  ]
    .join(' ')
    .trim();
}

import { votesOf, favourite, type Poll } from '@nab/contract/lesson';
import { howMany } from '../terms/index.js';

/** A vote and what came of it, in a line. @param came the reading; null before there is one. */
export function voteText(poll: Poll, came: number | null): string {
  const votes = votesOf(poll);
  const all = votes.reduce((sum, n) => sum + n, 0);
  const nameOf = (value: number | null): string =>
    poll.choices.find((choice) => choice.value === value)?.name ?? '';
  if (all === 0) return `${poll.question} Nobody voted.`;
  const said = `${poll.question} ${howMany(all, 'vote')}, most for “${nameOf(favourite(poll))}”`;
  if (came === null) return `${said}.`;
  const right = votes[poll.choices.findIndex(({ value }) => value === came)];
  return right === undefined
    ? `${said}; nobody could choose what came of it.`
    : `${said}; it was “${nameOf(came)}”: ${right} of ${all} were right.`;
}

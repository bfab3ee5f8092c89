import { hash, verify } from '@node-rs/argon2';
import { timingSafeEqual } from 'node:crypto';
import pLimit from 'p-limit';
import { currentSchool, SchoolRow, SessionRow } from '../../platform/database/index.js';
import { tooManyRequests } from './rate-limit.js';

/**
 * Hashes are made one at a time: each takes a thread of the few that also read files, for tens of
 * milliseconds, and a room full of guessers would take them all.
 */
const oneAtATime = pLimit(1);
/** More than these would wait for seconds. */
const MOST_WAITING = 60;

/** @throws ProblemError TOO_MANY where too many wait already. */
function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (oneAtATime.pendingCount >= MOST_WAITING) throw tooManyRequests(2000);
  return oneAtATime(work);
}

const stored = async (): Promise<string | null> =>
  (await SchoolRow.findByPk(currentSchool(), { rejectOnEmpty: true })).passPhrase;

export const isPassPhraseSet = async (): Promise<boolean> => (await stored()) !== null;

/** Spaces at the ends are nobody's secret, and one letter can be typed in two ways. */
const tidy = (phrase: string): string => phrase.trim().normalize('NFKC');

export async function isPassPhrase(phrase: string): Promise<boolean> {
  const kept = await stored();
  return kept !== null && inTurn(() => verify(kept, tidy(phrase)));
}

/** Argon2id with the library's parameters: 19 MiB, two passes, as OWASP's cheat sheet has it. */
const hashed = (phrase: string): Promise<string> => inTurn(() => hash(tidy(phrase)));

export async function setPassPhrase(phrase: string): Promise<void> {
  await SchoolRow.update({ passPhrase: await hashed(phrase) }, { where: { id: currentSchool() } });
}

/** Sets the first one; false where there is one already. */
export async function setFirstPassPhrase(phrase: string): Promise<boolean> {
  const [count] = await SchoolRow.update(
    { passPhrase: await hashed(phrase) },
    { where: { id: currentSchool(), passPhrase: null } },
  );
  return count > 0;
}

/** Whoever sits at the machine may forget it; every session ends with it. */
export async function forgetPassPhrase(): Promise<void> {
  await SchoolRow.update({ passPhrase: null }, { where: { id: currentSchool() } });
  await SessionRow.destroy({ where: {} });
}

/** Compares in a time that does not say how much of it was right. */
export function isSetUpCode(typed: string | null, wanted: string | undefined): boolean {
  if (typed === null || !wanted) return false;
  const [a, b] = [Buffer.from(typed.trim()), Buffer.from(wanted)];
  return a.length === b.length && timingSafeEqual(a, b);
}

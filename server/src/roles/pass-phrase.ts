import { hash, verify } from '@node-rs/argon2';
import { timingSafeEqual } from 'node:crypto';
import { SchoolRow, SessionRow } from '../database/index.js';

/** There is one school in a database for now. */
const SCHOOL = '00000000-0000-4000-8000-000000000001';

const stored = async (): Promise<string | null> =>
  (await SchoolRow.findByPk(SCHOOL, { rejectOnEmpty: true })).passPhrase;

export const isPassPhraseSet = async (): Promise<boolean> => (await stored()) !== null;

/** Spaces at the ends are nobody's secret, and one letter can be typed in two ways. */
const tidy = (phrase: string): string => phrase.trim().normalize('NFKC');

export async function isPassPhrase(phrase: string): Promise<boolean> {
  const kept = await stored();
  return kept !== null && verify(kept, tidy(phrase));
}

/** Argon2id with the library's parameters: 19 MiB, two passes, as OWASP's cheat sheet has it. */
export async function setPassPhrase(phrase: string): Promise<void> {
  await SchoolRow.update({ passPhrase: await hash(tidy(phrase)) }, { where: { id: SCHOOL } });
}

/** Sets the first one; false where there is one already. */
export async function setFirstPassPhrase(phrase: string): Promise<boolean> {
  const [count] = await SchoolRow.update(
    { passPhrase: await hash(tidy(phrase)) },
    { where: { id: SCHOOL, passPhrase: null } },
  );
  return count > 0;
}

/** Whoever sits at the machine may forget it; every session ends with it. */
export async function forgetPassPhrase(): Promise<void> {
  await SchoolRow.update({ passPhrase: null }, { where: { id: SCHOOL } });
  await SessionRow.destroy({ where: {} });
}

/** Compares in a time that does not say how much of it was right. */
export function isSetUpCode(typed: string | null, wanted: string | undefined): boolean {
  if (typed === null || !wanted) return false;
  const [a, b] = [Buffer.from(typed.trim()), Buffer.from(wanted)];
  return a.length === b.length && timingSafeEqual(a, b);
}

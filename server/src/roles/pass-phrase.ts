import { hash, verify } from '@node-rs/argon2';
import { timingSafeEqual } from 'node:crypto';
import { currentSchool, SchoolRow, SessionRow } from '../database/index.js';

const stored = async (): Promise<string | null> =>
  (await SchoolRow.findByPk(currentSchool(), { rejectOnEmpty: true })).passPhrase;

export const isPassPhraseSet = async (): Promise<boolean> => (await stored()) !== null;

/** Spaces at the ends are nobody's secret, and one letter can be typed in two ways. */
const tidy = (phrase: string): string => phrase.trim().normalize('NFKC');

export async function isPassPhrase(phrase: string): Promise<boolean> {
  const kept = await stored();
  return kept !== null && verify(kept, tidy(phrase));
}

/** Argon2id with the library's parameters: 19 MiB, two passes, as OWASP's cheat sheet has it. */
export async function setPassPhrase(phrase: string): Promise<void> {
  await SchoolRow.update(
    { passPhrase: await hash(tidy(phrase)) },
    { where: { id: currentSchool() } },
  );
}

/** Sets the first one; false where there is one already. */
export async function setFirstPassPhrase(phrase: string): Promise<boolean> {
  const [count] = await SchoolRow.update(
    { passPhrase: await hash(tidy(phrase)) },
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

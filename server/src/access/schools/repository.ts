import { randomUUID } from 'node:crypto';
import { SchoolRow } from '../../platform/database/index.js';

/** The schools that have a name of their own to be reached by: its host, and their id. */
export async function schoolsByHost(): Promise<ReadonlyMap<string, string>> {
  const rows = await SchoolRow.findAll();
  return new Map(rows.flatMap(({ id, host }) => (host === null ? [] : [[host, id] as const])));
}

/** Ids of all schools. */
export const allSchools = async (): Promise<string[]> =>
  (await SchoolRow.findAll({ attributes: ['id'] })).map(({ id }) => id);

/** Adds a school that is reached under a host of its own. @returns its id. */
export async function addSchool(name: string, host: string): Promise<string> {
  const id = randomUUID();
  await SchoolRow.create({ id, name, host: host.toLowerCase(), passPhrase: null });
  return id;
}

import { CODE_LENGTH } from '@nab/contract/lesson';
import type { Readable } from 'node:stream';
import { QueryTypes, type Sequelize } from 'sequelize';
import { v5, validate } from 'uuid';
import { acrossSchools, currentSchool } from '../../platform/database/index.js';
import { newCode } from '../../lesson/room/index.js';
import { linesOf } from './lines.js';
import { isKnownTable, type Row, type Table } from './tables.js';

const AT_A_TIME = 1000;

/**
 * New ids, by the old ones, for rows of a file whose ids another school of this database already uses.
 * A new id depends on the school and the old id only, so putting the same file back twice adds
 * nothing twice.
 */
export async function renewedIds(
  sequelize: Sequelize,
  file: () => Readable,
): Promise<ReadonlyMap<string, string>> {
  const renewed = new Map<string, string>();
  if (!(await hasSeveralSchools(sequelize))) return renewed;
  const school = currentSchool();
  let table: Table | null = null;
  let ids: string[] = [];
  const ask = async (): Promise<void> => {
    if (table === null || ids.length === 0) return;
    for (const id of await idsOfOtherSchools(sequelize, table, ids)) {
      renewed.set(id, v5(id, school));
    }
    ids = [];
  };
  for await (const [, line] of linesOf(file())) {
    const { table: name, row } = lineOf(line);
    if (!isKnownTable(name) || !validate(row?.['id'])) continue;
    if (name !== table || ids.length >= AT_A_TIME) await ask();
    table = name;
    ids.push(row!['id'] as string);
  }
  await ask();
  return renewed;
}

/** A line’s table and row; nothing for a faulty line, which is reported when the file is read. */
function lineOf(line: string): { table?: unknown; row?: Row } {
  try {
    return (JSON.parse(line) as object | null) ?? {};
  } catch {
    return {};
  }
}

async function hasSeveralSchools(sequelize: Sequelize): Promise<boolean> {
  const [row] = await sequelize.query<{ n: number }>('SELECT count(*)::int AS n FROM schools', {
    type: QueryTypes.SELECT,
  });
  return row!.n > 1;
}

/** Those of the ids that a row of another school has. */
const idsOfOtherSchools = (sequelize: Sequelize, table: Table, ids: readonly string[]) =>
  acrossSchools(sequelize, async (transaction) => {
    const found = await sequelize.query<{ id: string }>(
      `SELECT id FROM ${table} WHERE id = ANY($ids::uuid[]) AND school_id <> $school::uuid`,
      { type: QueryTypes.SELECT, bind: { ids, school: currentSchool() }, transaction },
    );
    return found.map(({ id }) => id);
  });

const UUID = /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/gi;

/** Replaces ids anywhere in a line. */
export const withIds = (line: string, renewed: ReadonlyMap<string, string>): string =>
  renewed.size === 0 ? line : line.replace(UUID, (id) => renewed.get(id.toLowerCase()) ?? id);

/** Gives a room a new code where another lesson of this database already uses its code. */
export async function withFreeCodes(sequelize: Sequelize, rooms: readonly Row[]): Promise<Row[]> {
  const codes = rooms.map(({ code }) => String(code).slice(0, CODE_LENGTH));
  const lessons = rooms.map((room) => String(room['investigation_id']));
  const found = await acrossSchools(sequelize, (transaction) =>
    sequelize.query<{ code: string }>(
      `SELECT code FROM rooms
        WHERE code = ANY($codes::text[]) AND investigation_id::text <> ALL($lessons::text[])`,
      { type: QueryTypes.SELECT, bind: { codes, lessons }, transaction },
    ),
  );
  const taken = new Set(found.map(({ code }) => code));
  return rooms.map((room) =>
    taken.has(room['code'] as string) ? { ...room, code: newCode() } : room,
  );
}

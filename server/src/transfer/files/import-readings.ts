import { broughtInSchema, type BroughtIn, type Investigation } from '@nab/contract/lesson';
import { check } from '@nab/contract/problem';
import { setImmediate } from 'node:timers/promises';
import { ForeignKeyConstraintError, type Sequelize } from 'sequelize';
import {
  changePlan,
  findReadings,
  investigationService,
} from '../../planning/investigations/index.js';
import { ProblemError } from '../../platform/problems/index.js';
import { storeReading } from '../../lesson/readings/index.js';

/** Rows that are checked, or stored, before others are let in between. */
const AT_A_TIME = 100;

/**
 * Brings the readings of a table into an investigation, with the levels and groups that they need:
 * all of them, or none. Sent again, what is there already stays as it is.
 * @throws ProblemError INVALID_INPUT at the row, STALE_VERSION when the plan has changed.
 */
export async function importReadings(
  sequelize: Sequelize,
  id: string,
  value: unknown,
): Promise<Investigation> {
  const { version, plan, readings } = await checked(value);
  const service = investigationService(sequelize);
  try {
    await sequelize.transaction(async (transaction) => {
      const ids = readings.map((one) => one.id);
      // An answer that was lost on the way: it is all here.
      if ((await findReadings(ids, transaction)).length === ids.length) return;
      if (plan) await changePlan(id, { version, plan, actor: 'educator' }, transaction);
      for (const [i, { id: own, reading }] of readings.entries()) {
        const { stored, rehearsed } = await storeReading(sequelize, own, reading, {
          mine: id,
          transaction,
        });
        if (stored) continue;
        const message = rehearsed
          ? 'In a rehearsal everything is rehearsed.'
          : 'Its level or its group is not in the plan, or its id is taken.';
        throw faulty(`readings[${i}]`, message);
      }
    });
  } catch (error) {
    if (!(error instanceof ForeignKeyConstraintError)) throw error;
    throw new ProblemError('LEVEL_IN_USE');
  }
  return service.read(id);
}

const faulty = (path: string, message: string): ProblemError =>
  new ProblemError('INVALID_INPUT', { errors: [{ path, message }] });

/** The same schema as of a single reading, some at a time: there may be thousands. */
async function checked(value: unknown): Promise<BroughtIn> {
  const { readings } = (value ?? {}) as { readings?: unknown };
  const list: readonly unknown[] = Array.isArray(readings) ? readings : [];
  const some = (from: number): unknown => ({
    ...(value as object),
    readings: list.slice(from, from + AT_A_TIME),
  });
  const taken: BroughtIn['readings'][number][] = [];
  let frame: BroughtIn | null = null;
  for (let from = 0; from === 0 || from < list.length; from += AT_A_TIME) {
    const found = check(broughtInSchema, list.length === 0 ? value : some(from));
    if (!found.ok) {
      const errors = found.errors.map(({ path, message }) => ({
        path: path.replace(/^readings\[(\d+)\]/, (_, i: string) => `readings[${Number(i) + from}]`),
        message,
      }));
      throw new ProblemError('INVALID_INPUT', { errors });
    }
    frame ??= found.value;
    taken.push(...found.value.readings);
    await setImmediate();
  }
  return { ...frame!, readings: taken };
}

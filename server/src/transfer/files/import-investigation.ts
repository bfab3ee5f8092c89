import {
  checkPortable,
  type Investigation,
  type PortableInvestigation,
} from '@nab/contract/lesson';
import { strFromU8, unzipSync } from 'fflate';
import { randomUUID } from 'node:crypto';
import { setImmediate } from 'node:timers/promises';
import {
  ForeignKeyConstraintError,
  UniqueConstraintError,
  type Sequelize,
  type Transaction,
} from 'sequelize';
import { insertDesign } from '../../library/designs/index.js';
import {
  insertInvestigation,
  investigationService,
  requireOfExperiment,
} from '../../planning/investigations/index.js';
import { ProblemError } from '../../platform/problems/index.js';
import { INVESTIGATION } from './data-package.js';
import { insertRecords, designExists, investigationExists, isOtherClass } from './repository.js';

/** The longest text of an investigation, bytes: 20 000 readings have a fifth of it. */
const MOST = 64 * 1024 * 1024;

const faulty = (path: string, message: string): ProblemError =>
  new ProblemError('INVALID_INPUT', { errors: [{ path, message }] });

/**
 * What a file holds: a data package of Nab's, or the investigation in it by itself.
 * @throws ProblemError INVALID_INPUT when it is neither.
 */
export function investigationIn(file: Uint8Array): unknown {
  const zipped = file[0] === 0x50 && file[1] === 0x4b;
  const text = zipped ? fromZip(file) : file;
  try {
    return JSON.parse(strFromU8(text)) as unknown;
  } catch {
    throw faulty('file', 'This is no investigation that Nab handed on.');
  }
}

function fromZip(file: Uint8Array): Uint8Array {
  let found: Uint8Array | undefined;
  try {
    found = unzipSync(file, {
      filter: ({ name, originalSize }) => {
        if (name !== INVESTIGATION) return false;
        if (originalSize > MOST) throw faulty('file', 'It is larger than any that Nab makes.');
        return true;
      },
    })[INVESTIGATION];
  } catch (error) {
    if (error instanceof ProblemError) throw error;
    throw faulty('file', 'The package is damaged.');
  }
  if (!found) throw faulty('file', `The package holds no ${INVESTIGATION}: Nab did not make it.`);
  return found;
}

/**
 * Takes an investigation in, all of it or nothing. It keeps its ids, so that what is handed on again
 * is the same.
 * @param asCopy gives everything in it new ids, so that nothing here is replaced.
 * @throws ProblemError INVALID_INPUT with what is wrong, ID_TAKEN when it is here already.
 */
export async function importInvestigation(
  sequelize: Sequelize,
  value: unknown,
  asCopy: boolean,
): Promise<Investigation> {
  const checked = await checkPortable(value, () => setImmediate());
  if (!checked.ok) throw new ProblemError('INVALID_INPUT', { errors: checked.errors });
  const wanted = asCopy ? withNewIds(checked.value, idsOf(checked.value)) : checked.value;
  requireOfExperiment(wanted.plan, wanted.design.design);
  try {
    await sequelize.transaction((transaction) => insert(wanted, transaction));
  } catch (error) {
    if (error instanceof UniqueConstraintError || error instanceof ForeignKeyConstraintError) {
      throw taken('Something in it has the id of something else here. Take it in as a copy.');
    }
    throw error;
  }
  return investigationService(sequelize).read(wanted.id);
}

const taken = (detail: string): ProblemError => new ProblemError('ID_TAKEN', { detail });

async function insert(wanted: PortableInvestigation, transaction: Transaction): Promise<void> {
  if (await investigationExists(wanted.id, transaction)) {
    throw taken('This investigation is here already. It can be taken in as a copy beside it.');
  }
  const { rehearsalOf } = wanted;
  if (rehearsalOf !== null && !(await investigationExists(rehearsalOf, transaction))) {
    throw faulty('rehearsalOf', 'What it rehearses is not here: take that in first.');
  }
  const { class: schoolClass, groups } = wanted.plan;
  const own = (await isOtherClass(wanted.plan, transaction))
    ? withNewIds(wanted, [schoolClass.id, ...groups.map(({ id }) => id)])
    : wanted;
  const { id, plan, demo } = own;
  const design = (await designExists(own.design.id, transaction)) ? randomUUID() : own.design.id;
  await insertDesign(design, own.design.design, 'educator', transaction);
  await insertInvestigation(
    id,
    design,
    plan,
    { actor: 'educator', demo, rehearsalOf },
    transaction,
  );
  await insertRecords(own, transaction);
}

/** Ids of everything that an investigation brings with it; what it rehearses stays where it is. */
function idsOf({
  id,
  plan,
  design,
  predictions,
  readings,
  polls,
}: PortableInvestigation): string[] {
  const { class: schoolClass, groups, levels, series, objects } = plan;
  const lists = [groups, levels, series?.levels ?? [], objects, predictions, readings, polls];
  return [id, design.id, schoolClass.id, ...lists.flatMap((list) => list.map((one) => one.id))];
}

/** The same with other ids in the place of some, wherever they stand. */
function withNewIds(
  portable: PortableInvestigation,
  ids: readonly string[],
): PortableInvestigation {
  const anew = new Map(ids.map((id) => [id.toLowerCase(), randomUUID()]));
  const put = (value: unknown): unknown => {
    if (typeof value === 'string') return anew.get(value.toLowerCase()) ?? value;
    if (Array.isArray(value)) return value.map(put);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(
      Object.entries(value).map(([key, inner]) => [anew.get(key.toLowerCase()) ?? key, put(inner)]),
    );
  };
  return put(portable) as PortableInvestigation;
}

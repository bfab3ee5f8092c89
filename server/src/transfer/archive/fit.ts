import { check } from '@nab/contract/problem';
import { experimentDocumentSchema } from '@nab/contract/experiments';
import { planSchema, predictionSchema, readingSchema, sentOf } from '@nab/contract/lesson';
import { shelfItemSchema } from '@nab/contract/shelf';
import type { Transaction } from 'sequelize';
import type { Schema } from 'yup';
import { findDesign } from '../../library/designs/index.js';
import { findHead, findPredictions, findReadings } from '../../planning/investigations/index.js';
import { findShelfItem } from '../../library/shelf/index.js';
import type { ByTable } from './tables.js';

const AT_A_TIME = 500;

/**
 * Validates added rows against the schemas that forms and tablets use.
 * @returns by the id of each row that does not fit, the reason.
 */
export async function faultsById(
  added: ByTable<readonly string[]>,
  transaction: Transaction,
): Promise<ReadonlyMap<string, string>> {
  const refused = new Map<string, string>();
  const hold = (id: string, schema: Schema<unknown>, value: unknown): void => {
    const checked = check(schema, value);
    if (checked.ok) return;
    const [{ path, message } = { path: '', message: 'Is not right.' }] = checked.errors;
    refused.set(id, path === '' ? message : `${path}: ${message}`);
  };
  for (const id of added.designs ?? []) {
    hold(id, experimentDocumentSchema as never, (await findDesign(id, transaction))?.design);
  }
  for (const id of added.investigations ?? []) {
    hold(id, planSchema, (await findHead(id, transaction))?.plan);
  }
  for (const id of added.shelf_items ?? []) {
    hold(id, shelfItemSchema, (await findShelfItem(id, transaction))?.item);
  }
  for (const ids of inParts(added.readings ?? [])) {
    for (const reading of await findReadings(ids, transaction)) {
      hold(reading.id, readingSchema, sentOf(reading));
    }
  }
  for (const ids of inParts(added.predictions ?? [])) {
    for (const one of await findPredictions(ids, transaction)) {
      hold(one.id, predictionSchema, sentOf(one));
    }
  }
  return refused;
}

const inParts = (ids: readonly string[]): string[][] =>
  Array.from({ length: Math.ceil(ids.length / AT_A_TIME) }, (_, i) =>
    ids.slice(i * AT_A_TIME, (i + 1) * AT_A_TIME),
  );

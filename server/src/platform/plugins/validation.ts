import { check } from '@nab/contract/problem';
import plugin from 'fastify-plugin';
import { object, string, type Schema } from 'yup';
import { ProblemError } from '../problems/index.js';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** More than the longest list or record of any request. */
const MOST_ITEMS = 200;

/** The id of a path. */
export const byId = object({ id: string().matches(UUID).required() });

export interface ById {
  Params: { id: string };
}

/**
 * Yup is the one validator: a route names its schemas and gets what is valid. Ids come in lower case;
 * a path that can be no id leads nowhere, a body that is not right answers with a message per field.
 */
export const validation = plugin(async (app) => {
  app.setValidatorCompiler<Schema<unknown>>(({ schema, httpPart }) => (value: unknown) => {
    if (httpPart === 'params') return { value: readPath(schema, value) };
    refuseCrowds(value);
    const checked = check(schema, value);
    if (checked.ok) return { value: checked.value };
    throw new ProblemError('INVALID_INPUT', { errors: checked.errors });
  });
});

/**
 * Lists longer than any that Nab reads are refused before each of their items is looked at.
 * @throws ProblemError INVALID_INPUT at the list.
 */
function refuseCrowds(value: unknown): void {
  const left: { readonly path: string; readonly value: unknown }[] = [{ path: '', value }];
  for (let one = left.pop(); one; one = left.pop()) {
    const { path, value: inner } = one;
    if (typeof inner !== 'object' || inner === null) continue;
    const list = Array.isArray(inner);
    const entries = Object.entries(inner);
    if (entries.length > MOST_ITEMS) {
      const message = `At most ${MOST_ITEMS} of them.`;
      throw new ProblemError('INVALID_INPUT', { errors: [{ path, message }] });
    }
    for (const [key, item] of entries) {
      left.push({ path: list ? `${path}[${key}]` : path ? `${path}.${key}` : key, value: item });
    }
  }
}

function readPath(schema: Schema<unknown>, value: unknown): unknown {
  const params = Object.fromEntries(
    Object.entries(value as Record<string, string>).map(([key, text]) => [key, text.toLowerCase()]),
  );
  if (check(schema, params).ok) return params;
  throw new ProblemError('NOT_FOUND', { detail: 'The address does not hold a valid id.' });
}

import { check } from '@nab/contract';
import plugin from 'fastify-plugin';
import { object, string, type Schema } from 'yup';
import { ProblemError } from '../problems/index.js';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

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
    const checked = check(schema, value);
    if (checked.ok) return { value: checked.value };
    throw new ProblemError('INVALID_INPUT', { errors: checked.errors });
  });
});

function readPath(schema: Schema<unknown>, value: unknown): unknown {
  const params = Object.fromEntries(
    Object.entries(value as Record<string, string>).map(([key, text]) => [key, text.toLowerCase()]),
  );
  if (check(schema, params).ok) return params;
  throw new ProblemError('NOT_FOUND', { detail: 'The address does not hold a valid id.' });
}

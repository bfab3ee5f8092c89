import swagger from '@fastify/swagger';
import type { FastifySchema } from 'fastify';
import plugin from 'fastify-plugin';
import type { ISchema } from 'yup';
import { jsonSchemaOf } from './json-schema.js';

const PROBLEM = {
  description: 'A problem document, RFC 9457.',
  content: {
    'application/problem+json': {
      schema: {
        type: 'object',
        required: ['type', 'title', 'status', 'code'],
        properties: {
          type: { type: 'string' },
          title: { type: 'string' },
          status: { type: 'integer' },
          code: { type: 'string' },
          detail: { type: 'string' },
          errors: {
            type: 'array',
            items: {
              type: 'object',
              required: ['path', 'message'],
              properties: { path: { type: 'string' }, message: { type: 'string' } },
            },
          },
        },
      },
    },
  },
};

/**
 * `/api/openapi.json`: the API described from the very schemas that check it. Must be registered
 * before the routes.
 */
export const openapi = plugin(async (app) => {
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: { title: 'Nab', version: '1', description: 'See docs/formats.md.' },
    },
    transform: ({ schema, url }) => ({ schema: describedSchema(schema), url }),
  });
  app.get(
    '/api/openapi.json',
    {
      config: { roles: ['educator', 'group', 'board', 'nobody'] },
      schema: { hide: true } as FastifySchema,
    },
    () => app.swagger(),
  );
});

/** A route's Yup schemas as JSON Schemas; whatever goes wrong is a problem document. */
function describedSchema(schema: FastifySchema | undefined): FastifySchema {
  const parts = (['body', 'params', 'querystring'] as const).flatMap((part) => {
    const yup = schema?.[part] as ISchema<unknown> | undefined;
    return yup ? [[part, jsonSchemaOf(yup)] as const] : [];
  });
  const hidden = (schema as { hide?: boolean } | undefined)?.hide === true;
  return {
    ...Object.fromEntries(parts),
    ...(hidden && { hide: true }),
    response: { 200: { description: 'As asked.' }, default: PROBLEM },
  } as FastifySchema;
}

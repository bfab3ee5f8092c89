// Requests that are not right, for every operation that the description of the API has.
import fc from 'fast-check';
import { generate } from 'json-schema-faker';

/** The part of a description (OpenAPI 3.1) that requests are made from. */
export interface Description {
  readonly paths: Readonly<
    Record<
      string,
      Readonly<
        Record<
          string,
          {
            readonly parameters?: readonly { readonly in: string; readonly name: string }[];
            readonly requestBody?: {
              readonly content: Readonly<Record<string, { readonly schema: object }>>;
            };
          }
        >
      >
    >
  >;
}

export interface Operation {
  readonly method: 'GET' | 'PUT' | 'POST' | 'DELETE';
  /** With `{name}` for what is filled in. */
  readonly path: string;
  readonly queries: readonly string[];
  /** What a body is to be; null where none is described. */
  readonly schema: object | null;
}

export interface Attack {
  readonly operation: Operation;
  readonly url: string;
  readonly type: string | null;
  readonly payload: string | null;
}

/** Every operation but the stream of events, which does not end by itself. */
export const operationsOf = ({ paths }: Description): Operation[] =>
  Object.entries(paths).flatMap(([path, methods]) =>
    Object.entries(methods)
      .filter(() => !path.endsWith('/events'))
      .map(([method, { parameters = [], requestBody }]) => ({
        method: method.toUpperCase() as 'GET',
        path,
        queries: parameters.filter((one) => one.in === 'query').map(({ name }) => name),
        schema: requestBody?.content['application/json']?.schema ?? null,
      })),
  );

export const nasty = fc.constantFrom(
  '',
  '\0',
  '\ud83d',
  '𝒜'.repeat(300),
  ' '.repeat(5000),
  '1'.repeat(400),
  '1e999',
  '-0',
  '../../etc/passwd',
  '__proto__',
  'constructor',
  "'; DROP TABLE readings; --",
  '=1+1',
  '24 AWG',
  '2026-02-30T00:00:00Z',
  '9999-12-31T23:59:59-15:00',
  '0000-01-01T00:00:00Z',
);

export const value: fc.Arbitrary<unknown> = fc.letrec((tie) => ({
  any: fc.oneof(
    { depthSize: 'small' },
    nasty,
    fc.string(),
    fc.integer(),
    fc.double(),
    fc.boolean(),
    fc.constant(null),
    fc.uuid(),
    fc.array(tie('any'), { maxLength: 6 }),
    fc.dictionary(fc.oneof(nasty, fc.string()), tie('any'), { maxKeys: 6 }),
  ),
})).any;

/** One of these, right but for one place, so that what is looked at late is reached too. */
export const nearly = (
  right: readonly object[],
  by: fc.Arbitrary<unknown> = value,
): fc.Arbitrary<unknown> =>
  fc
    .tuple(fc.constantFrom(...right), fc.infiniteStream(fc.nat(40)), by)
    .map(([body, choices, wrong]) =>
      withOneOther(body, () => choices.next().value as number, wrong),
    );

function withOneOther(body: unknown, choose: () => number, by: unknown): unknown {
  if (typeof body !== 'object' || body === null || choose() % 5 === 0) return by;
  const copy = (Array.isArray(body) ? [...body] : { ...body }) as Record<string, unknown>;
  const keys = Object.keys(copy);
  if (keys.length === 0) return by;
  const key = keys[choose() % keys.length]!;
  copy[key] = withOneOther(copy[key], choose, by);
  return copy;
}

/**
 * Requests to any operation, with ids that are there and ids that are not.
 * @param right bodies that would be taken, whatever by.
 * @param ids of what is there.
 */
export function attacks(
  operations: readonly Operation[],
  right: readonly object[],
  ids: readonly string[],
): fc.Arbitrary<() => Promise<Attack>> {
  const id = fc.oneof(
    { weight: 3, arbitrary: fc.constantFrom(...ids) },
    { weight: 1, arbitrary: fc.uuid() },
    { weight: 1, arbitrary: fc.oneof(nasty, fc.string()) },
  );
  return fc
    .record({
      operation: fc.constantFrom(...operations),
      ids: fc.array(id, { minLength: 2, maxLength: 2 }),
      query: fc.option(fc.array(fc.oneof(nasty, id, fc.string()), { minLength: 4, maxLength: 4 })),
      // By the description, by what a form sends, or by nothing.
      body: fc.oneof(
        fc.nat().map((seed) => ({ seed })),
        nearly(right).map((body) => ({ body })),
        value.map((body) => ({ body })),
      ),
      raw: fc.option(fc.constantFrom('{"a":', '[[[[', '\u0000', '"', ''), { freq: 12 }),
      type: fc.constantFrom(
        ...['application/json', 'application/json', 'application/json', 'application/json'],
        ...['text/plain', 'application/gzip', 'text/csv', 'x/y', ''],
      ),
    })
    .map(({ operation, ids: [first, second], query, body, raw, type }) => async () => {
      let n = 0;
      const path = operation.path.replace(/\{\w+\}/g, () => encode((n++ ? second : first) || 'x'));
      const search = new URLSearchParams(
        query?.map((text, i): [string, string] => [operation.queries[i] ?? 'x', text]) ?? [],
      );
      const url = search.size > 0 ? `${path}?${search.toString()}` : path;
      if (operation.method === 'GET') return { operation, url, type: null, payload: null };
      const meant =
        'body' in body
          ? body.body
          : operation.schema === null
            ? null
            : await generate(operation.schema as never, { seed: body.seed });
      return { operation, url, type, payload: raw ?? JSON.stringify(meant) ?? '' };
    });
}

/** As one segment of a path, even where it cannot be encoded. */
function encode(text: string): string {
  try {
    return encodeURIComponent(text);
  } catch {
    return '%ED%A0%BD';
  }
}

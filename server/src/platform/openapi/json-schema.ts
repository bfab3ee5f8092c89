import { convertSchema } from '@sodaru/yup-to-json-schema';
import { DOCUMENTS, experimentDocumentSchema } from '@nab/contract/experiments';
import { OUTCOME_SCHEMAS, outcomeSchema } from '@nab/contract/lesson';
import type { ISchema, Schema } from 'yup';

/** A node of a JSON Schema, draft 2020-12. */
export interface JsonNode {
  readonly type?: unknown;
  readonly default?: unknown;
  readonly properties?: Readonly<Record<string, JsonNode>>;
  readonly required?: readonly string[];
  readonly [key: string]: unknown;
}

type Fields = Readonly<Record<string, ISchema<unknown>>>;

/** What a schema that is chosen by the value may turn out to be. */
const VARIANTS = new Map<unknown, readonly Schema[]>([
  [experimentDocumentSchema, Object.values(DOCUMENTS).map(({ schema }) => schema as Schema)],
  [outcomeSchema, Object.values(OUTCOME_SCHEMAS)],
]);

/**
 * What a Yup schema accepts, as JSON Schema: keys with a default may be left out, further keys are
 * ignored, a schema that depends on the value becomes a choice.
 */
export function jsonSchemaOf(schema: ISchema<unknown>): JsonNode {
  const variants = VARIANTS.get(schema);
  if (variants) return { oneOf: variants.map(jsonSchemaOf) };
  if (isLazy(schema)) return {};
  return mended(convertSchema(schema as Schema) as JsonNode, schema as Schema);
}

function mended(
  { properties, additionalProperties: _, required: __, ...rest }: JsonNode,
  schema: Schema,
): JsonNode {
  const { fields, innerType } = schema as { fields?: Fields; innerType?: ISchema<unknown> };
  if (innerType) return { ...rest, items: jsonSchemaOf(innerType) };
  if (!properties || !fields) return ofSomeType(rest);
  const children = Object.keys(properties).map(
    (name) => [name, jsonSchemaOf(fields[name]!)] as const,
  );
  const needed = children.filter(([name, child]) => {
    if (child.properties) {
      const free = isNullable(fields[name]!) || mayBeAbsent(fields[name]!);
      return !free && (child.required?.length ?? 0) > 0;
    }
    return child.default === undefined && !isOptional(fields[name]!);
  });
  // An object's own default repeats those of its keys.
  const { default: ___, ...bare } = rest;
  return {
    ...bare,
    properties: Object.fromEntries(children),
    required: needed.map(([name]) => name),
  };
}

/** What no type is known of may be anything. */
function ofSomeType({ type, ...rest }: JsonNode): JsonNode {
  return Array.isArray(type) && type.length === 0 ? rest : { type, ...rest };
}

const isLazy = (schema: ISchema<unknown>): boolean =>
  (schema as unknown as { type?: string }).type === 'lazy';

const specOf = (schema: ISchema<unknown>): { optional?: boolean; nullable?: boolean } =>
  (schema as unknown as { spec?: object }).spec ?? {};

const isOptional = (schema: ISchema<unknown>): boolean =>
  // Every lazy one that is no choice of variants may be left out.
  isLazy(schema) ? !VARIANTS.has(schema) : specOf(schema).optional === true;

/** An object that says of itself that it is nothing when it is left out. */
const mayBeAbsent = (schema: ISchema<unknown>): boolean => {
  const spec = specOf(schema);
  return spec.optional === true && 'default' in spec;
};

const isNullable = (schema: ISchema<unknown>): boolean => specOf(schema).nullable === true;

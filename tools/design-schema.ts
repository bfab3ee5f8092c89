import { convertSchema } from '@sodaru/yup-to-json-schema';
import { designSchema } from '@nab/contract';

interface Node {
  readonly type?: unknown;
  readonly default?: unknown;
  readonly properties?: Readonly<Record<string, Node>>;
  readonly required?: readonly string[];
  readonly additionalProperties?: unknown;
}

/** What Yup says of a schema: which keys may be left out, all the way down. */
interface Described {
  readonly optional?: boolean;
  readonly fields?: Readonly<Record<string, Described>>;
}

/** JSON Schema (draft 2020-12) of a design file, generated from the one Yup schema. */
export function designJsonSchema(): object {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Nab design, version 1',
    description:
      'A straight-core electromagnet. Quantities are text with their unit. Unknown keys are ignored; see docs/formats.md.',
    ...forFiles(convertSchema(designSchema) as Node, designSchema.describe() as Described),
  };
}

/** Files may carry further keys and leave out what has a default. */
function forFiles(
  { properties, additionalProperties: _, required: __, ...rest }: Node,
  described: Described,
): Node {
  if (!properties) return rest;
  const of = (name: string): Described => described.fields?.[name] ?? {};
  const children = Object.entries(properties).map(
    ([name, child]) => [name, forFiles(child, of(name))] as const,
  );
  const needed = children.filter(([name, child]) =>
    child.properties
      ? (child.required?.length ?? 0) > 0
      : child.default === undefined && of(name).optional !== true,
  );
  // An object's own default repeats those of its keys.
  const { default: ___, ...bare } = rest;
  return {
    ...bare,
    properties: Object.fromEntries(children),
    required: needed.map(([name]) => name),
  };
}

import { convertSchema } from '@sodaru/yup-to-json-schema';
import { designSchema } from '@nab/contract';

interface Node {
  readonly type?: unknown;
  readonly default?: unknown;
  readonly properties?: Readonly<Record<string, Node>>;
  readonly required?: readonly string[];
  readonly additionalProperties?: unknown;
}

/** Keys that only some core shapes and measured cells have. */
const OPTIONAL = new Set(['bore', 'headDiameter', 'headHeight', 'emf', 'internalResistance']);

/** JSON Schema (draft 2020-12) of a design file, generated from the one Yup schema. */
export function designJsonSchema(): object {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Nab design, version 1',
    description:
      'A straight-core electromagnet. Quantities are text with their unit. Unknown keys are ignored; see docs/formats.md.',
    ...forFiles(convertSchema(designSchema) as Node),
  };
}

/** Files may carry further keys and leave out what has a default. */
function forFiles({ properties, additionalProperties: _, required: __, ...rest }: Node): Node {
  if (!properties) return rest;
  const children = Object.entries(properties).map(
    ([name, child]) => [name, forFiles(child)] as const,
  );
  const needed = children.filter(([name, child]) =>
    child.properties
      ? (child.required?.length ?? 0) > 0
      : child.default === undefined && !OPTIONAL.has(name),
  );
  // An object's own default repeats those of its keys.
  const { default: ___, ...bare } = rest;
  return {
    ...bare,
    properties: Object.fromEntries(children),
    required: needed.map(([name]) => name),
  };
}

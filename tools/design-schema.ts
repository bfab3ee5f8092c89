import { designSchema } from '@nab/contract/experiments';
import { jsonSchemaOf } from '../server/src/platform/openapi/json-schema.js';

/** JSON Schema (draft 2020-12) of a design file, generated from the one Yup schema. */
export function designJsonSchema(): object {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'Nab design, version 1',
    description:
      'A straight-core electromagnet. Quantities are text with their unit. Unknown keys are ignored; see docs/formats.md.',
    ...jsonSchemaOf(designSchema),
  };
}

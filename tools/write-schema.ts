// npm run schema: writes the published JSON Schema of design files anew.
import { writeFileSync } from 'node:fs';
import { designJsonSchema } from './design-schema.js';

const path = new URL('../docs/schema/design.v1.schema.json', import.meta.url);
writeFileSync(path, `${JSON.stringify(designJsonSchema(), null, 2)}\n`);

import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { directImports } from '../install/direct-imports.mjs';

const root = mkdtempSync(join(tmpdir(), 'nab-direct-'));
const files = {
  'core/src/physics/index.ts': `export * from './wire/index.js';\nexport * from './constants.js';`,
  'core/src/physics/constants.ts': `export const MU_0 = 1;`,
  'core/src/physics/wire/index.ts': `export { areaOf as area, type Wire } from './section.js';`,
  'core/src/physics/wire/section.ts': `export interface Wire {}\nexport const { areaOf } = { areaOf: 2 };`,
  'core/src/errors.ts': `export class CoreError extends Error {}`,
  'web/src/app/ui/fields/index.ts': `export { Field } from './field';`,
  'web/src/app/ui/fields/field.ts': `export class Field {}`,
  'web/src/app/page.ts': '',
};
for (const [path, text] of Object.entries(files)) {
  mkdirSync(dirname(join(root, path)), { recursive: true });
  writeFileSync(join(root, path), text);
}
afterAll(() => rmSync(root, { recursive: true }));

/** A line of a page as it is built. */
async function built(line: string): Promise<string> {
  writeFileSync(join(root, 'web/src/app/page.ts'), line);
  return (await directImports(root))('web/src/app/page.ts');
}

describe('an import, as it is built', () => {
  it.each([
    [
      'names the file behind the door of a district',
      `import { MU_0 } from '@nab/core/physics';`,
      `import { MU_0 } from '../../../core/src/physics/constants';`,
    ],
    [
      'follows a name through doors in doors, and what it is called there',
      `import { area } from '@nab/core/physics';`,
      `import { areaOf as area } from '../../../core/src/physics/wire/section';`,
    ],
    [
      'keeps the name that it is given',
      `import { MU_0 as mu } from '@nab/core/physics';`,
      `import { MU_0 as mu } from '../../../core/src/physics/constants';`,
    ],
    [
      'names the file behind the door of a folder',
      `import { Field } from './ui/fields';`,
      `import { Field } from './ui/fields/field';`,
    ],
    [
      'of a file stays with it',
      `import { CoreError } from '@nab/core/errors';`,
      `import { CoreError } from '../../../core/src/errors';`,
    ],
  ])('%s', async (_what, line, expected) => {
    expect(await built(line)).toBe(expected);
  });

  it('of several names is one for each', async () => {
    expect(await built(`import { MU_0, type Wire, area } from '@nab/core/physics';\nMU_0;`)).toBe(
      `import { MU_0 } from '../../../core/src/physics/constants'; ` +
        `import type { Wire } from '@nab/core/physics'; ` +
        `import { areaOf as area } from '../../../core/src/physics/wire/section';\nMU_0;`,
    );
  });

  it.each([
    `import type { Wire } from '@nab/core/physics';`,
    `import { Component } from '@angular/core';`,
    `import './ui/fields';`,
    `const page = () => import('./ui/fields');`,
  ])('stays as it is: %s', async (line) => {
    expect(await built(line)).toBe(line);
  });
});

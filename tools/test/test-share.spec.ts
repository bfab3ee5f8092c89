import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { expect, it } from 'vitest';

// How it counts: non-blank lines of TypeScript, JavaScript, HTML and Less in the folders below,
// comments included, since both sides have them. Tests are files named *.spec.ts and everything in a
// folder `test`, `testing` or `e2e`; the rest is code. What is generated, data (JSON) and prose do
// not count.
const ROOTS = ['core', 'contract', 'words', 'sheets', 'server', 'web', 'tools', 'e2e'];
const COUNTED = /\.(ts|mjs|js|html|less)$/;
const TEST = /\.spec\.ts$|(^|\/)(test|testing|e2e)\//;
const SKIPPED = new Set(['node_modules', 'dist', 'public']);
const [LEAST, MOST] = [0.25, 0.34];

const root = new URL('../..', import.meta.url).pathname;

function* filesIn(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    if (SKIPPED.has(entry.name) || entry.name.startsWith('.')) continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesIn(path);
    else if (COUNTED.test(entry.name)) yield path;
  }
}

it(`tests are ${100 * LEAST} to ${100 * MOST} of a hundred lines`, () => {
  let tests = 0;
  let all = 0;
  for (const path of ROOTS.flatMap((folder) => [...filesIn(join(root, folder))])) {
    const lines = readFileSync(path, 'utf8')
      .split('\n')
      .filter((line) => line.trim() !== '').length;
    all += lines;
    if (TEST.test(relative(root, path))) tests += lines;
  }
  const share = tests / all;
  console.log(`tests: ${tests} of ${all} lines, ${(100 * share).toFixed(1)} %`);
  expect(share).toBeGreaterThanOrEqual(LEAST);
  expect(share).toBeLessThanOrEqual(MOST);
});

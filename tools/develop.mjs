// npm run lint, types, format, schema, docs, mutate, serve: a tool of the project's own packages, which are
// installed first where they are missing.
import './install/node-version.mjs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';

const { ensure } = await import('./install/everything.mjs');
const { projectFolder } = await import('./install/folders.mjs');
const { TYPE_PROJECTS } = await import('./test/checks.mjs');
const [name, ...more] = process.argv.slice(2);

const bin = (path) => join(projectFolder, 'node_modules', path);
const ESLINT = bin('eslint/bin/eslint.js');
const PRETTIER = bin('prettier/bin/prettier.cjs');
const TSC = bin('typescript/bin/tsc');
const NG = bin('@angular/cli/bin/ng.js');
const source = (path) => ['--import', 'tsx', path];

/** Arguments of Node.js, one list a program; all have to end well. */
const PROGRAMS = {
  lint: [
    [ESLINT, '.'],
    [PRETTIER, '--check', '.'],
  ],
  types: TYPE_PROJECTS.map((project) => [TSC, '-p', project]),
  format: [[PRETTIER, '--write', '.']],
  schema: [source('tools/write-schema.ts')],
  docs: [[bin('typedoc/bin/typedoc')]],
  mutate: [source('tools/mutate.ts')],
  serve: [[NG, 'serve']],
  'test-web': [[NG, 'test']],
};
const IN_WEB = ['serve', 'test-web'];

await ensure();
for (const words of PROGRAMS[name]) {
  const { status } = spawnSync(process.execPath, [...words, ...more], {
    cwd: IN_WEB.includes(name) ? join(projectFolder, 'web') : projectFolder,
    stdio: 'inherit',
  });
  if (status !== 0) process.exit(status ?? 1);
}

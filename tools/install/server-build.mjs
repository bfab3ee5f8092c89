// Bundles server, its worker threads and the command line into plain JavaScript: no loader at run
// time, and one file to read where there were a thousand.
import { existsSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { projectFolder } from './folders.mjs';
import { stage } from './report.mjs';
import { stampOf } from './stamp.mjs';

export const serverFolder = join(projectFolder, 'dist');
export const bundle = (name) => join(serverFolder, `${name}.js`);

const SOURCES = [
  'package-lock.json',
  'tools/install/server-build.mjs',
  'core/src',
  'contract/src',
  'words/src',
  'sheets/src',
  'server/src',
  'tools/nab',
];

const ENTRIES = {
  server: 'server/src/main.ts',
  'add-school': 'server/src/add-school.ts',
  nab: 'tools/nab/main.ts',
  'field-thread': 'server/src/library/field/solve.ts',
  'export-thread': 'server/src/transfer/files/export-investigation.ts',
  'print-thread': 'server/src/planning/printing/print.ts',
};

/** Loaded from node_modules: native code, or files of their own beside them. */
const EXTERNAL = ['@node-rs/argon2', 'fontkit', 'pdfkit', 'pg-hstore', 'pg-native', 'piscina'];

/** Some packages are CommonJS and ask for Node's modules by `require`. */
const REQUIRE = `import { createRequire as nabRequire } from 'node:module';
const require = nabRequire(import.meta.url);`;

/** Bundles server and command line when their sources changed since the last time. */
export async function ensureServerBuild() {
  const stamp = stampOf('server-build', SOURCES);
  if (Object.keys(ENTRIES).every((name) => existsSync(bundle(name))) && stamp.isFresh()) return;
  const done = stage('Bundling the server', 'about 3 s');
  const { build } = await import('esbuild');
  rmSync(serverFolder, { recursive: true, force: true });
  await build({
    absWorkingDir: projectFolder,
    entryPoints: ENTRIES,
    outdir: serverFolder,
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20.19',
    external: EXTERNAL,
    banner: { js: REQUIRE },
    // Packages look at the names of classes.
    keepNames: true,
    minifySyntax: true,
    minifyWhitespace: true,
    logLevel: 'warning',
  });
  stamp.write();
  done();
}

// Builds the web application. Node's built-ins only.
import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { buildFolder, copyWithDirectImports } from './direct-imports.mjs';
import { projectFolder } from './folders.mjs';
import { mergeChunks } from './merge-chunks.mjs';
import { writePages } from './page-files.mjs';
import { refuse, stage } from './report.mjs';
import { stampOf } from './stamp.mjs';

export const webFolder = join(projectFolder, 'web', 'dist', 'browser');

const SOURCES = [
  'package-lock.json',
  'tools/install/direct-imports.mjs',
  'tools/install/merge-chunks.mjs',
  'tools/install/page-files.mjs',
  'tools/install/web-build.mjs',
  'tsconfig.base.json',
  'core/src',
  'contract/src',
  'words/src',
  'web/angular.json',
  'web/ngsw-config.json',
  'web/public',
  'web/src',
  'web/tsconfig.app.json',
  'web/tsconfig.json',
  'web/tsconfig.worker.json',
];

/** Builds the web application when its sources changed since the last build. */
export async function ensureWebBuild() {
  const stamp = stampOf('web-build', SOURCES);
  if (existsSync(join(webFolder, 'index.html')) && stamp.isFresh()) return;
  const done = stage('Building the application', '1 to 2 minutes');
  await copyWithDirectImports();
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    [
      join(projectFolder, 'node_modules', '@angular', 'cli', 'bin', 'ng.js'),
      ...['build', '--configuration', 'production', '--progress', 'false', '--stats-json'],
    ],
    {
      cwd: join(buildFolder, 'web'),
      encoding: 'utf8',
      maxBuffer: 1 << 26,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
    },
  );
  if (status !== 0) refuse(`${stdout}${stderr}\nThe application could not be built; see above.`);
  const web = join(projectFolder, 'web');
  rmSync(join(web, 'dist'), { recursive: true, force: true });
  cpSync(join(buildFolder, 'web', 'dist'), join(web, 'dist'), { recursive: true });
  await mergeChunks(webFolder, join(web, 'dist', 'stats.json'), {
    cwd: web,
    configuration: 'ngsw-config.json',
    cli: join(projectFolder, 'node_modules', '@angular', 'service-worker', 'ngsw-config.js'),
  });
  await writePages(webFolder, join(web, 'dist', 'stats.json'), web);
  compress(webFolder);
  stamp.write();
  done();
}

/** Leaves a compressed file beside each that gains by it, so that the server need not do it again. */
function compress(folder) {
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    const path = join(entry.parentPath ?? entry.path, entry.name);
    if (entry.isFile() && /\.(js|css|svg|html)$/.test(path)) {
      const content = readFileSync(path);
      writeFileSync(`${path}.gz`, gzipSync(content, { level: 9 }));
      writeFileSync(`${path}.br`, brotliCompressSync(content));
    }
  }
}

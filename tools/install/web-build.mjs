import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { gzipSync } from 'node:zlib';
import { cacheFolder, projectFolder } from './folders.mjs';

export const webFolder = join(projectFolder, 'web', 'dist', 'browser');

/** Builds the web application when its sources changed since the last build. */
export function ensureWebBuild() {
  const stamp = join(cacheFolder, 'web-build');
  const sources = hashOf([
    'package-lock.json',
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
  ]);
  const fresh =
    existsSync(join(webFolder, 'index.html')) &&
    existsSync(stamp) &&
    readFileSync(stamp, 'utf8') === sources;
  if (fresh) return;
  process.stderr.write('Building the application …\n');
  const result = spawnSync('npm', ['run', '--silent', 'build:web'], {
    cwd: projectFolder,
    stdio: ['ignore', 2, 2],
    env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
  });
  if (result.status !== 0) {
    process.stderr.write('The application could not be built; see above.\n');
    process.exit(1);
  }
  compress(webFolder);
  mkdirSync(cacheFolder, { recursive: true });
  writeFileSync(stamp, sources);
}

/** Leaves a compressed file beside each that gains by it, so that the server need not do it again. */
function compress(folder) {
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    const path = join(entry.parentPath ?? entry.path, entry.name);
    if (entry.isFile() && /\.(js|css|svg|html)$/.test(path)) {
      writeFileSync(`${path}.gz`, gzipSync(readFileSync(path), { level: 9 }));
    }
  }
}

function hashOf(paths) {
  const hash = createHash('sha256');
  const add = (path) => {
    hash.update(relative(projectFolder, path));
    hash.update(readFileSync(path));
  };
  for (const path of paths.map((p) => join(projectFolder, p)).filter(existsSync)) {
    if (/\.(json|html)$/.test(path)) {
      add(path);
      continue;
    }
    readdirSync(path, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile())
      .map((entry) => join(entry.parentPath ?? entry.path, entry.name))
      .sort()
      .forEach(add);
  }
  return hash.digest('hex');
}

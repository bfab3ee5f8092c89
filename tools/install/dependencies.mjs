// Runs before anything is installed: Node built-ins only.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cacheFolder, projectFolder } from './folders.mjs';

/**
 * Installs the npm packages when the lock changed since the last time, or nothing is there.
 * Everything it prints goes to standard error, so that commands can keep standard output clean.
 */
export function ensureDependencies() {
  const stamp = join(cacheFolder, 'installed-lock');
  const lock = createHash('sha256')
    .update(readFileSync(join(projectFolder, 'package-lock.json')))
    .digest('hex');
  const installed =
    existsSync(join(projectFolder, 'node_modules', '.package-lock.json')) &&
    existsSync(stamp) &&
    readFileSync(stamp, 'utf8') === lock;
  if (installed) return;
  process.stderr.write('Installing packages …\n');
  const result = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], {
    cwd: projectFolder,
    stdio: ['ignore', 2, 2],
  });
  if (result.status !== 0) {
    process.stderr.write('npm ci failed; see above. Is the npm registry reachable?\n');
    process.exit(1);
  }
  mkdirSync(cacheFolder, { recursive: true });
  writeFileSync(stamp, lock);
}

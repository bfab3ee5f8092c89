// Runs before anything is installed: Node's built-ins only.
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cacheFolder, projectFolder } from './folders.mjs';
import { npmFailure, npmFetching } from './npm.mjs';
import { refuse, say, stage } from './report.mjs';

const SLOW =
  '  The npm registry does not answer. Nab goes on trying for some minutes. The first start needs the\n' +
  '  internet: connect, or press Ctrl-C and start again later.';
/** Packages, build and an empty database take 1.3 GB. */
const NEEDED_BYTES = 1.5e9;

/**
 * Installs the npm packages when the lock changed since the last time, or nothing is there.
 * Everything it prints goes to standard error, so that commands can keep standard output clean.
 */
export async function ensureDependencies() {
  const stamp = join(cacheFolder, 'installed-lock');
  const text = readFileSync(join(projectFolder, 'package-lock.json'));
  const lock = createHash('sha256').update(text).digest('hex');
  const installed =
    existsSync(join(projectFolder, 'node_modules', '.package-lock.json')) &&
    existsSync(stamp) &&
    readFileSync(stamp, 'utf8') === lock;
  if (installed) return;

  makeCacheFolder();
  const free = freeBytes(projectFolder);
  const needed = Number(process.env.NAB_NEEDED_BYTES ?? NEEDED_BYTES);
  if (free < needed) {
    refuse(
      `The disk is full: Nab needs ${(needed / 1e9).toFixed(1)} GB in ${projectFolder}, and ${(free / 1e9).toFixed(1)} GB are free.`,
    );
  }
  const count = Object.keys(JSON.parse(text).packages).length - 1;
  const done = stage(`Installing ${count} packages`, '1 to 3 minutes');
  const install = () =>
    npmFetching(['ci', '--no-audit', '--no-fund', '--loglevel=error'], { cwd: projectFolder }, () =>
      say(SLOW),
    );
  let { status, output } = await install();
  if (status !== 0 && /\bENOTEMPTY\b/.test(output)) {
    // An installation that was cut short left folders that npm itself does not remove.
    rmSync(join(projectFolder, 'node_modules'), { recursive: true, force: true });
    ({ status, output } = await install());
  }
  if (status !== 0) refuse(npmFailure(output));
  writeFileSync(stamp, lock);
  done();
}

function makeCacheFolder() {
  try {
    mkdirSync(cacheFolder, { recursive: true });
    writeFileSync(join(cacheFolder, '.writable'), '');
  } catch (error) {
    refuse(
      `The folder ${projectFolder} may not be written (${error.code}). Move Nab to a folder of your own, or change its permissions.`,
    );
  }
}

function freeBytes(folder) {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
}

// Debian's packages, installed where this user may. Node's built-ins only.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromiumPath, WINDOWED, WINDOWLESS } from '../browser-arguments.mjs';
import { refuse, stage } from './report.mjs';

const isRoot = process.getuid?.() === 0;
const asRoot = (program, words, options) =>
  isRoot
    ? spawnSync(program, words, options)
    : spawnSync('sudo', ['-n', '--', program, ...words], options);

/** Whether this is a Debian whose packages this user may install without being asked anything. */
export function mayInstall() {
  return asRoot('apt-get', ['--version'], { stdio: 'ignore' }).status === 0;
}

/** Keeps Debian from creating and starting a cluster of its own on port 5432. */
export function forbidDebiansCluster() {
  const folder = '/etc/postgresql-common/createcluster.d';
  const file = join(folder, 'no-main.conf');
  const text = 'create_main_cluster = false';
  if (isRoot) {
    mkdirSync(folder, { recursive: true });
    writeFileSync(file, `${text}\n`);
  } else {
    asRoot('sh', ['-c', `mkdir -p ${folder} && echo '${text}' > ${file}`], { stdio: 'ignore' });
  }
}

/**
 * Installs packages of Debian.
 * @returns null, or what apt-get wrote where that failed.
 */
export function installPackages(packages) {
  const options = ['-o', 'DPkg::Lock::Timeout=300', '-o', 'Acquire::Retries=3', '-qq'];
  const how = {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  };
  for (const words of [['update'], ['install', '--yes', '--no-install-recommends', ...packages]]) {
    const { status, stdout, stderr } = asRoot('apt-get', [...options, ...words], how);
    if (status !== 0)
      return `${stdout ?? ''}${stderr ?? ''}`.trim().split('\n').slice(-3).join('\n');
  }
  return null;
}

/** The line that an administrator types. */
export const installLine = (packages) =>
  `apt-get update && apt-get install --no-install-recommends ${packages.join(' ')}`;

/** Installs Debian's Chromium without windows when it is missing; returns a path that is there. */
export function ensureChromium() {
  if (existsSync(WINDOWLESS)) return chromiumPath();
  const packages = ['chromium-headless-shell', 'fonts-dejavu-core'];
  const done = stage('Installing Chromium from Debian’s packages', 'about 20 s');
  const failure = mayInstall() ? installPackages(packages) : 'This user may not install packages.';
  if (failure === null) done();
  else if (!existsSync(WINDOWED)) {
    refuse(
      `Chromium is missing and could not be installed. ${failure}\nAs an administrator type: ${installLine(packages)}`,
    );
  }
  return chromiumPath();
}

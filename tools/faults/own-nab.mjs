// A Nab of its own, started as `npm start` starts it, whose processes can be found and killed.
import { spawn, spawnSync } from 'node:child_process';
import {
  chmodSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  readlinkSync,
  realpathSync,
  rmSync,
} from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { cacheFolder, projectFolder } from '../install/folders.mjs';
import { freePort } from '../supervise/free-port.mjs';

const PATIENCE_MS = 180_000;

export class OwnNab {
  address = '';
  output = '';
  process = null;

  /** @param data folder with what another one wrote; a new one is made where none is given. */
  constructor(data = mkdtempSync(join(cacheFolder, 'own-nab-'))) {
    this.data = data;
    // The database's own user must be able to pass through.
    chmodSync(this.data, 0o755);
  }

  async start() {
    this.output = '';
    this.port ??= await freePort();
    this.process = spawn(process.execPath, ['tools/start.mjs'], {
      cwd: projectFolder,
      env: { ...process.env, NAB_DATA_FOLDER: this.data, NAB_PORT: String(this.port) },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    for (const stream of [this.process.stdout, this.process.stderr]) {
      stream.setEncoding('utf8').on('data', (text) => (this.output += text));
    }
    let ended = false;
    this.process.once('close', () => (ended = true));
    const runs = () => /running at (\S+)/.test(this.output);
    await this.until(() => runs() || ended, 'Nab to start');
    if (!runs()) throw new Error(this.output);
    this.address = /running at (\S+)/.exec(this.output)[1];
  }

  /** Ends it as a person does, and forgets what it kept. */
  async end() {
    if (this.process.exitCode === null && this.process.signalCode === null) {
      await this.kill('SIGTERM');
    }
    rmSync(this.data, { recursive: true, force: true });
  }

  /** Signals `npm start` itself. @returns how it ended. */
  async kill(signal) {
    const ended = new Promise((resolve) => this.process.once('exit', resolve));
    this.process.kill(signal);
    return ended;
  }

  async until(condition, what) {
    const deadline = Date.now() + PATIENCE_MS;
    while (!(await condition())) {
      if (Date.now() > deadline) throw new Error(`waited too long for ${what}:\n${this.output}`);
      await sleep(100);
    }
  }

  /** Another Nab, which does not run yet, on a copy of all that this one has in its folder now. */
  copy() {
    const data = `${this.data}-copy`;
    rmSync(data, { recursive: true, force: true });
    // With owners, which the database asks for.
    const { status, stderr } = spawnSync('cp', ['-a', this.data, data], { encoding: 'utf8' });
    if (status !== 0) throw new Error(stderr);
    return new OwnNab(data);
  }

  answers() {
    return fetch(`${this.address}/api/health`, { signal: AbortSignal.timeout(1000) }).then(
      (answer) => answer.ok,
      () => false,
    );
  }

  serverPids() {
    const own = `NAB_DATA_FOLDER=${this.data}`;
    return processes(
      ({ command, environment }) => command.includes('dist/server.js') && environment.includes(own),
    );
  }

  /** All of the database, those that serve a connection too. */
  databaseProcesses() {
    return processes(({ folder }) => folder === realpathSync(join(this.data, 'pg')));
  }

  databasePids() {
    return processes(
      ({ command, folder }) => command.includes('postgres -D') && folder.includes(this.data),
    );
  }
}

/** Ids of the processes that match; one that ends while it is looked at does not. */
function processes(matches) {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => {
      try {
        const read = (name) => readFileSync(`/proc/${pid}/${name}`, 'utf8');
        return matches({
          command: read('cmdline').replaceAll('\0', ' '),
          folder: readlinkSync(`/proc/${pid}/cwd`),
          environment: read('environ'),
        });
      } catch {
        return false;
      }
    });
}

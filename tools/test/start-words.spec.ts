import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { chmodSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it, vi } from 'vitest';
import { npmFailure } from '../install/npm.mjs';
import { hold, lockName } from '../supervise/lock.mjs';
import { startOptions } from '../supervise/options.mjs';

const root = new URL('../..', import.meta.url).pathname;
const folder = mkdtempSync(join(tmpdir(), 'nab-words-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('npm start -- --open', () => {
  const open = (path: string) =>
    spawn(
      process.execPath,
      [
        '--input-type=module',
        '-e',
        `import { openBrowser } from '${join(root, 'tools/supervise/browser.mjs')}';
         openBrowser('http://127.0.0.1:4170');`,
      ],
      { env: { ...process.env, PATH: path }, stdio: ['ignore', 'ignore', 'pipe'] },
    );

  it('opens the address with the system’s own opener', async () => {
    expect(startOptions(['--open'], {}).open).toBe(true);
    const opened = join(folder, 'opened');
    const opener = join(folder, 'xdg-open');
    writeFileSync(opener, `#!/bin/sh\necho "$@" > ${opened}\n`);
    chmodSync(opener, 0o755);
    open(`${folder}:${process.env['PATH']}`);
    await vi.waitFor(() => expect(readFileSync(opened, 'utf8')).toBe('http://127.0.0.1:4170\n'), {
      timeout: 20_000,
    });
  });

  it('says what to do where there is no opener', async () => {
    const child = open(join(folder, 'nothing'));
    const [said] = (await once(child.stderr, 'data')) as [Buffer];
    expect(said.toString()).toBe(
      'No browser could be opened. Open http://127.0.0.1:4170 yourself.\n',
    );
  });
});

describe('the lock of a data folder', () => {
  it('has a name in the kernel where there are such names, and a file elsewhere', () => {
    expect(lockName(folder, 'linux')).toMatch(/^\0nab-[0-9a-f]{32}$/);
    expect(lockName(folder, 'win32')).toMatch(/^\\\\\.\\pipe\\nab-[0-9a-f]{32}$/);
    expect(lockName(folder, 'darwin')).toMatch(/\/nab-[0-9a-f]{16}\.sock$/);
    // A socket’s path may have 103 characters on macOS.
    expect(lockName(folder, 'darwin').length - tmpdir().length).toBeLessThan(30);
  });

  it('as a file is taken by one, and is free again when that one was killed', async () => {
    const name = lockName(folder, 'darwin');
    const holder = spawn(process.execPath, [
      '--input-type=module',
      '-e',
      `import { hold } from '${join(root, 'tools/supervise/lock.mjs')}';
       console.log(await hold('${name}'));
       setInterval(() => {}, 1000);`,
    ]);
    const [said] = (await once(holder.stdout, 'data')) as [Buffer];
    expect(said.toString()).toBe('true\n');
    expect(await hold(name)).toBe(false);
    holder.kill('SIGKILL');
    await once(holder, 'exit');
    expect(existsSync(name)).toBe(true);
    expect(await hold(name)).toBe(true);
    rmSync(name, { force: true });
  });
});

describe('what npm’s failures mean', () => {
  it.each([
    ['npm error code ECONNREFUSED', /cannot be reached/],
    ['npm error code E401\nnpm error 401 Unauthorized', /refused access/],
    ['npm error code EROFS', /may not be written/],
    ['npm error code ENOSPC', /disk is full/],
    ['npm error A log can be found: Log files were not written', /gave no reason/],
  ])('%j is said in one sentence or two', (output, sentence) => {
    expect(npmFailure(output)).toMatch(sentence);
    expect(npmFailure(output)).not.toContain('\n');
  });
});

describe('a data folder that cannot be used', () => {
  const start = (folder: string) => {
    const { status, stderr } = spawnSync(process.execPath, ['tools/start.mjs', '--port', '4599'], {
      cwd: root,
      encoding: 'utf8',
      env: { ...process.env, NAB_DATA_FOLDER: folder },
      timeout: 120_000,
    });
    return { status, said: stderr.trim().split('\n').at(-1), stack: /\n {4}at /.test(stderr) };
  };
  /** A disk of its own, as large as wanted; null where this user may mount none. */
  const disk = (megabytes: number): string | null => {
    const folder = mkdtempSync(join(tmpdir(), 'nab-disk-'));
    const { status } = spawnSync('mount', [
      ...['-t', 'tmpfs', '-o', `size=${megabytes}m,mode=755`, 'tmpfs', folder],
    ]);
    if (status === 0) return folder;
    rmSync(folder, { recursive: true });
    return null;
  };

  it('because it is a file is said so', () => {
    const folder = mkdtempSync(join(tmpdir(), 'nab-words-'));
    const file = join(folder, 'data');
    writeFileSync(file, '');
    for (const one of [file, join(file, 'below')]) {
      expect(start(one)).toEqual({
        status: 1,
        said: `The data folder ${one} is a file, or lies below one. Name a folder with NAB_DATA_FOLDER.`,
        stack: false,
      });
    }
    rmSync(folder, { recursive: true });
  });

  it('because its disk is full is said so, wherever it becomes full', (context) => {
    const folder = disk(20);
    if (folder === null) return context.skip('this user may mount no disk');
    try {
      expect(start(folder)).toEqual({
        status: 1,
        said: `The disk is full: no database can be made in ${folder}/pg.`,
        stack: false,
      });
      spawnSync('dd', ['if=/dev/zero', `of=${folder}/filling`, 'bs=64k']);
      expect(start(folder)).toEqual({
        status: 1,
        said: `The disk is full: Nab cannot write in ${folder}.`,
        stack: false,
      });
    } finally {
      spawnSync('umount', [folder]);
      rmSync(folder, { recursive: true });
    }
  });
});

import { spawnSync } from 'node:child_process';
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { builtinModules } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import semver from 'semver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const root = new URL('../..', import.meta.url).pathname;
const scriptsOf = (path: string): Record<string, string> =>
  (JSON.parse(readFileSync(join(root, path), 'utf8')) as { scripts: Record<string, string> })
    .scripts;

/** Every script that is typed: its name and the file that it runs. */
const SCRIPTS = ['package.json', 'web/package.json'].flatMap((path) =>
  Object.entries(scriptsOf(path)).map(([name, words]) => ({ name, words, folder: dirname(path) })),
);
const fileOf = (words: string, folder: string): string =>
  join(root, folder, /^exec node (\S+\.mjs)/.exec(words)![1]!);

const BUILT_IN = new Set(builtinModules);
const isBuiltIn = (name: string): boolean => BUILT_IN.has(name.replace(/^node:/, ''));

/**
 * What a file imports before packages are there: its static imports, and those that a script asks
 * for by `await import` above its first line that installs.
 */
function importsOf(file: string): string[] {
  const text = readFileSync(file, 'utf8');
  const still = /^import\s(?:[^'"]*?from\s)?['"]([^'"]+)['"]/gm;
  const later = /^(?:const [^=]*= )?await import\(['"]([^'"]+)['"]\)/gm;
  const before = text.split(/^await ensure\(/m)[0]!;
  return [...text.matchAll(still), ...before.matchAll(later)].map((match) => match[1]!);
}

function reachedBy(file: string, seen = new Map<string, string[]>()): Map<string, string[]> {
  if (seen.has(file)) return seen;
  const names = importsOf(file);
  seen.set(file, names);
  for (const name of names.filter((one) => one.startsWith('.'))) {
    reachedBy(join(dirname(file), name), seen);
  }
  return seen;
}

describe('every version of Node.js that Nab supports', () => {
  const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8')) as {
    packages: Record<string, { optional?: boolean; engines?: { node?: string } }>;
  };
  const { engines } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as {
    engines: { node: string };
  };

  it.each(['20.19.0', '22.13.0', '24.0.0'])('is one that no package refuses: %s', (version) => {
    expect(semver.satisfies(version, engines.node)).toBe(true);
    const refusing = Object.entries(lock.packages)
      // npm leaves out a refusing one that is optional, without a warning.
      .filter(([, { optional }]) => optional !== true)
      .filter(([, one]) => one.engines?.node && !semver.satisfies(version, one.engines.node))
      .map(([name]) => name);
    expect(refusing).toEqual([]);
  });

  it.each(['18.20.4', '20.18.3', '22.12.0', '23.11.0'])('is not %s', (version) => {
    expect(semver.satisfies(version, engines.node)).toBe(false);
  });
});

describe('a bare clone, before anything is installed', () => {
  it.each(SCRIPTS)('$name is a script of Node.js, as which npm starts it', ({ words }) => {
    expect(words).toMatch(/^exec node (\.\.\/)?tools\/[\w-]+\.mjs( [\w-]+| --quick)?$/);
  });

  it.each(SCRIPTS)('$name reaches only what Node.js brings along', ({ words, folder }) => {
    const reached = reachedBy(fileOf(words, folder));
    const foreign = [...reached].flatMap(([file, names]) =>
      names
        .filter((name) => !name.startsWith('.') && !isBuiltIn(name))
        .map((name) => `${relative(root, file)} imports ${name}`),
    );
    expect(foreign).toEqual([]);
    expect(reached.size).toBeGreaterThan(1);
  });

  it.each(SCRIPTS)('$name looks at the version of Node.js first', ({ words, folder }) => {
    const [first] = importsOf(fileOf(words, folder));
    expect(first).toBe('./install/node-version.mjs');
  });
});

describe('what stops a first start is said in one sentence', { timeout: 60_000 }, () => {
  const clone = mkdtempSync(join(tmpdir(), 'nab-clone-'));
  const programs = join(clone, 'programs');
  const own = process.getuid?.() === 0 ? { uid: 65_534, gid: 65_534 } : {};

  beforeAll(() => {
    // As in a clone: sources, but no packages.
    for (const name of ['tools', 'package.json', 'package-lock.json', 'web/package.json']) {
      mkdirSync(dirname(join(clone, name)), { recursive: true });
      cpSync(join(root, name), join(clone, name), { recursive: true });
    }
    mkdirSync(programs);
    chmodSync(clone, 0o777);
  });
  afterAll(() => rmSync(clone, { recursive: true, force: true }));

  /** An npm that does nothing but fail with these words. */
  const failingNpm = (words: string): void => {
    for (const name of ['npm', 'npx']) {
      writeFileSync(join(programs, name), `#!/bin/sh\ncat >&2 <<'END'\n${words}\nEND\nexit 1\n`, {
        mode: 0o755,
      });
    }
  };
  const script = (
    name: string,
    {
      env = {},
      node = [] as string[],
      ...options
    }: Record<string, unknown> & {
      env?: Record<string, string>;
      node?: string[];
    } = {},
  ) => {
    const rest = Object.fromEntries(
      Object.entries(process.env).filter(([name]) => !/^npm_/i.test(name)),
    );
    const { status, stdout, stderr } = spawnSync(
      process.execPath,
      [...node, join(clone, 'tools', name)],
      {
        cwd: clone,
        encoding: 'utf8',
        timeout: 30_000,
        env: { ...rest, PATH: `${programs}:${process.env['PATH']}`, ...env },
        ...options,
      },
    );
    return { status, said: `${stdout}${stderr}`.trim() };
  };
  const last = (said: string): string => said.split('\n').at(-1)!;

  it.each([
    [
      'no network',
      'npm error code EAI_AGAIN\nnpm error syscall getaddrinfo',
      /cannot be reached\. The first start needs the internet/,
    ],
    [
      'a registry that refuses',
      'npm error code E403\nnpm error 403 403 Forbidden - GET /yup',
      /registry refused access \(403\)/,
    ],
    ['a full disk', 'npm error code ENOSPC\nnpm error nospc write', /The disk is full/],
    [
      'a folder that is not ours',
      'npm error code EACCES\nnpm error syscall mkdir',
      /not be written/,
    ],
    ['anything else', 'npm error code EUSAGE\nnpm error The lock is odd', /EUSAGE The lock is odd/],
  ])('%s', (_what, words, sentence) => {
    failingNpm(words);
    const { status, said } = script('start.mjs');
    expect(status).toBe(1);
    expect(last(said)).toMatch(sentence);
    expect(said.split('\n')).toHaveLength(2);
    expect(said).toMatch(/^Installing \d+ packages … \(1 to 3 minutes\)/);
  });

  it('a registry that does not answer, while npm still tries', () => {
    const patient = `#!/bin/sh\ncase "$1" in\nci) sleep 13; echo 'npm error code EAI_AGAIN' >&2 ;;\nesac\nexit 1\n`;
    writeFileSync(join(programs, 'npm'), patient, { mode: 0o755 });
    const { status, said } = script('start.mjs');
    expect(status).toBe(1);
    expect(said).toMatch(/npm registry does not answer\. Nab goes on trying/);
    expect(last(said)).toMatch(/cannot be reached/);
  });

  it('too little room on the disk, before anything is fetched', () => {
    const { status, said } = script('start.mjs', { env: { NAB_NEEDED_BYTES: '9e15' } });
    expect([status, said]).toEqual([
      1,
      expect.stringMatching(/^The disk is full: Nab needs [^\n]*$/),
    ]);
  });

  it('a Node.js that is too old', () => {
    const older = `Object.defineProperty(process.versions, 'node', { value: '18.20.4' })`;
    for (const name of ['start.mjs', 'test.mjs', 'nab.mjs']) {
      const { status, said } = script(name, {
        node: ['--import', `data:text/javascript,${encodeURIComponent(older)}`],
      });
      expect([status, said]).toEqual([
        1,
        expect.stringMatching(/^Nab needs Node\.js 20\.19[^\n]*18\.20\.4[^\n]*$/),
      ]);
    }
  });

  it('a folder that may not be written', () => {
    const closed = join(clone, 'closed');
    mkdirSync(closed);
    chmodSync(closed, 0o555);
    const data = script('start.mjs', { env: { NAB_DATA_FOLDER: join(closed, 'data') }, ...own });
    expect(data.status).toBe(1);
    expect(data.said).toMatch(/^The data folder \S+ may not be written \(EACCES\)[^\n]*$/);

    const open = mkdtempSync(join(tmpdir(), 'nab-data-'));
    chmodSync(open, 0o777);
    chmodSync(clone, 0o555);
    const project = script('start.mjs', { env: { NAB_DATA_FOLDER: open }, ...own });
    chmodSync(clone, 0o777);
    rmSync(open, { recursive: true });
    expect(project.status).toBe(1);
    expect(project.said).toMatch(/^The folder \S+ may not be written \(EACCES\)[^\n]*$/);
  });

  it.each(SCRIPTS.map(({ words }) => /([\w-]+\.mjs.*)$/.exec(words)![1]!))(
    '%s asks for packages first and never ends in a missing one',
    (words) => {
      failingNpm('npm error code EAI_AGAIN');
      const { status, said } = script(words.split(' ')[0]!, { env: {} });
      expect(said).not.toContain('ERR_MODULE_NOT_FOUND');
      expect(status).not.toBe(0);
      expect(existsSync(join(clone, 'node_modules'))).toBe(false);
    },
  );
});

import { once } from 'node:events';
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, describe, expect, it } from 'vitest';
import { keepRunning } from '../supervise/keep-running.mjs';
import { startOptions } from '../supervise/options.mjs';
import { hangs } from '../supervise/watch.mjs';

const root = new URL('../..', import.meta.url).pathname;

describe('what npm start is asked for', () => {
  it('is a Nab alone on this machine, unless it is for a classroom', () => {
    expect(startOptions([], {})).toEqual({
      classroom: false,
      host: '127.0.0.1',
      port: 4170,
      newPassPhrase: false,
      open: false,
      tls: null,
    });
    expect(startOptions(['--classroom', '--port', '4200'], {})).toMatchObject({
      classroom: true,
      host: '0.0.0.0',
      port: 4200,
      tls: 'own',
    });
    expect(startOptions(['--classroom', '--plain-http'], {}).tls).toBeNull();
    expect(startOptions(['--cert', 'a.pem', '--key', 'b.pem'], {}).tls).toEqual({
      cert: 'a.pem',
      key: 'b.pem',
    });
    expect(startOptions([], { NAB_HOST: '10.0.0.4', NAB_PORT: '80' })).toMatchObject({
      host: '10.0.0.4',
      port: 80,
    });
  });

  it.each([
    [['--port', 'eighty'], /“eighty” is no port/],
    [['--port', '70000'], /no port/],
    [['--port', '-1'], /--port/],
    [['--clasroom'], /--clasroom[^]*--classroom/],
    [['--cert', 'a.pem'], /needs its key/],
    [['--plain-http', '--cert', 'a.pem', '--key', 'b.pem'], /Either/],
  ])('is refused in words where it is %j', (words, message) => {
    expect(() => startOptions(words, {})).toThrow(message);
  });

  it('is refused without a trace of the stack, and before anything is touched', () => {
    const { status, stderr } = spawnSync(process.execPath, ['tools/start.mjs', '--port', 'x'], {
      cwd: root,
      encoding: 'utf8',
    });
    expect(status).toBe(2);
    expect(stderr.trim().split('\n')).toHaveLength(1);
    expect(stderr).not.toContain('    at ');
  });
});

describe('keeping it running', () => {
  /** A thing that can be made to end, and fails to start as often as it is told. */
  function thing() {
    const state = { starts: 0, stops: 0, failing: 0, end: (_why: string): void => undefined };
    const said: string[] = [];
    const nab = keepRunning(
      () => {
        state.starts++;
        if (state.failing > 0) {
          state.failing--;
          return Promise.reject(new Error('The server ended while starting'));
        }
        const ended = new Promise<string>((resolve) => (state.end = resolve));
        return Promise.resolve({
          ended,
          stop: () => {
            state.stops++;
            return Promise.resolve();
          },
        });
      },
      (sentence: string) => said.push(sentence),
    );
    return { state, said, nab };
  }

  it('starts again after a fault, and after faults while it starts again', async () => {
    const { state, said, nab } = thing();
    await nab.first;
    state.failing = 3;
    state.end('The database stopped unexpectedly');
    while (!said.includes('Nab is running again.')) await sleep(20);
    expect(state.starts).toBe(5);
    expect(said.filter((one) => /Trying again/.test(one))).toHaveLength(3);
    nab.stop();
    expect(await nab.over).toBeNull();
    expect(state.stops).toBe(2);
  });

  it('says at once when it cannot start at all', async () => {
    const first = new Error('no database');
    const nab = keepRunning(
      () => Promise.reject(first),
      () => undefined,
    );
    await expect(nab.first).rejects.toBe(first);
    expect(await nab.over).toBe('no database');
  });

  it('stops while it waits to try again', async () => {
    const { state, said, nab } = thing();
    await nab.first;
    state.failing = 99;
    state.end('The server stopped unexpectedly');
    while (said.length < 4) await sleep(20);
    nab.stop();
    expect(await nab.over).toBeNull();
  });
});

describe('the watchdog', () => {
  const quick = { every: 20, patience: 400, most: 3 };
  const servers: Server[] = [];
  const child = spawn('sleep', ['60']);
  afterAll(() => {
    for (const server of servers) server.closeAllConnections();
    for (const server of servers) server.close();
    child.kill();
  });
  const serve = (answer: (respond: (status: number) => void) => void): Promise<string> =>
    new Promise((resolve) => {
      const server = createServer((_request, response) =>
        answer((status) => response.writeHead(status).end()),
      );
      servers.push(server);
      server.listen(0, '127.0.0.1', () =>
        resolve(`http://127.0.0.1:${(server.address() as { port: number }).port}`),
      );
    });

  it('finds a server that takes requests and answers none', async () => {
    expect(await hangs(await serve(() => undefined), child, quick)).toBe(true);
  });

  it('leaves one alone that answers, though it is not well', async () => {
    const address = await serve((respond) => respond(503));
    const found = await Promise.race([hangs(address, child, quick), sleep(1000)]);
    expect(found).toBeUndefined();
  });

  it('ends with a process that ends by a signal', async () => {
    const other = spawn('sleep', ['60']);
    const watching = hangs(await serve((respond) => respond(200)), other, quick);
    other.kill('SIGKILL');
    expect(await watching).toBe(false);
  });
});

describe('two starts at once', () => {
  const data = mkdtempSync(join(tmpdir(), 'nab-lock-'));
  afterAll(() => rmSync(data, { recursive: true, force: true }));

  it('take one folder for one of them, and it is free again when that one is killed', async () => {
    const script = `
      const { takeLock } = await import('${join(root, 'tools/supervise/lock.mjs')}');
      console.log((await takeLock()) === null ? 'mine' : 'taken');
      setInterval(() => {}, 1000);`;
    const start = async () => {
      const one = spawn(process.execPath, ['--input-type=module', '-e', script], {
        env: { ...process.env, NAB_DATA_FOLDER: data },
      });
      const [text] = (await once(one.stdout, 'data')) as [Buffer];
      return { one, got: text.toString().trim() };
    };
    const tries = await Promise.all(Array.from({ length: 6 }, start));
    expect(tries.filter(({ got }) => got === 'mine')).toHaveLength(1);
    expect(JSON.parse(readFileSync(join(data, 'running.json'), 'utf8'))).toHaveProperty('pid');
    for (const { one } of tries) {
      one.kill('SIGKILL');
      await once(one, 'exit');
    }
    const next = await start();
    expect(next.got).toBe('mine');
    next.one.kill('SIGKILL');
  });
});

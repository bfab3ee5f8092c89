import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chmodSync, mkdtempSync, readdirSync, readFileSync, readlinkSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { newDesign, type Investigation, sentOf } from '@nab/contract';
import { examplePlan, exampleReading } from '@nab/contract/testing';

const root = new URL('../..', import.meta.url).pathname;

interface ProcessFacts {
  readonly command: string;
  readonly folder: string;
  readonly environment: string;
}

/** Ids of the processes that match; one that ends while it is looked at does not. */
function processes(matches: (facts: ProcessFacts) => boolean): number[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => {
      try {
        const read = (name: string): string => readFileSync(`/proc/${pid}/${name}`, 'utf8');
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

describe('a crash', { timeout: 400_000 }, () => {
  const data = mkdtempSync(join(root, '.cache', 'crash-'));
  // The database's own user must be able to pass through.
  chmodSync(data, 0o755);
  const acknowledged: string[] = [];
  let nab: ChildProcess;
  let address = '';
  let output = '';
  let made: Investigation;

  const start = async (): Promise<void> => {
    output = '';
    nab = spawn(process.execPath, ['tools/start.mjs'], {
      cwd: root,
      env: { ...process.env, NAB_DATA_FOLDER: data, NAB_PORT: '4470' },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    for (const stream of [nab.stdout!, nab.stderr!]) {
      stream.setEncoding('utf8').on('data', (text: string) => (output += text));
    }
    await until(() => /running at (\S+)/.test(output), 'Nab to start');
    address = /running at (\S+)/.exec(output)![1]!;
  };
  const until = async (
    condition: () => boolean | Promise<boolean>,
    what: string,
  ): Promise<void> => {
    const deadline = Date.now() + 180_000;
    while (!(await condition())) {
      if (Date.now() > deadline) throw new Error(`waited too long for ${what}:\n${output}`);
      await sleep(100);
    }
  };
  const answers = async (): Promise<boolean> =>
    fetch(`${address}/api/health`, { signal: AbortSignal.timeout(1000) }).then(
      (r) => r.ok,
      () => false,
    );
  const serverPids = (): number[] =>
    processes(
      ({ command, environment }) =>
        command.includes('server/src/main.ts') && environment.includes(`NAB_DATA_FOLDER=${data}`),
    );
  const postmasters = (): number[] =>
    processes(({ command, folder }) => command.includes('postgres -D') && folder.includes(data));
  const only = (pids: number[]): number => {
    expect(pids).toHaveLength(1);
    return pids[0]!;
  };

  /** Sends readings as fast as it can until told to stop; keeps the ids that were acknowledged. */
  const write = (): (() => Promise<void>) => {
    let going = true;
    const body = sentOf(
      exampleReading({
        groupId: made.plan.groups[0]!.id,
        levelId: made.plan.levels[0]!.id,
      }),
    );
    const loops = Array.from({ length: 4 }, async () => {
      while (going) {
        const id = randomUUID();
        await fetch(`${address}/api/readings/${id}`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ ...body, recordedAt: new Date().toISOString() }),
          signal: AbortSignal.timeout(5000),
        }).then(
          (answer) => {
            if (answer.status === 200) acknowledged.push(id);
          },
          () => sleep(50),
        );
      }
    });
    return async () => {
      going = false;
      await Promise.all(loops);
    };
  };
  const nothingIsLost = async (): Promise<void> => {
    const whole = (await (
      await fetch(`${address}/api/investigations/${made.id}`)
    ).json()) as Investigation;
    const stored = new Set(whole.readings.map((reading) => reading.id));
    expect(acknowledged.filter((id) => !stored.has(id))).toEqual([]);
    expect(stored.size).toBeGreaterThanOrEqual(acknowledged.length);
  };

  beforeAll(async () => {
    await start();
    const answer = await fetch(`${address}/api/investigations`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        id: randomUUID(),
        design: newDesign(),
        plan: examplePlan(() => randomUUID(), { title: 'Crash', repeats: 1 }),
        actor: 'educator',
      }),
    });
    made = (await answer.json()) as Investigation;
  }, 240_000);

  afterAll(async () => {
    if (nab.exitCode === null && nab.signalCode === null) {
      const ended = new Promise((resolve) => nab.once('exit', resolve));
      nab.kill('SIGTERM');
      await ended;
    }
    rmSync(data, { recursive: true, force: true });
  }, 60_000);

  it.each([
    ['the server', () => only(serverPids())],
    ['the database', () => only(postmasters())],
  ])(
    'of %s (kill -9) loses no acknowledged reading, and Nab starts it again',
    async (_what, find) => {
      const stop = write();
      const before = acknowledged.length;
      await until(() => acknowledged.length > before + 40, 'readings to be acknowledged');
      output = '';
      process.kill(find(), 'SIGKILL');
      await until(() => output.includes('running again'), 'Nab to recover');
      await until(answers, 'the server to answer');
      const after = acknowledged.length;
      await until(() => acknowledged.length > after + 10, 'readings after the crash');
      await stop();
      await nothingIsLost();
    },
  );

  it('of npm start itself (kill -9) loses nothing either, and the next start finds the data', async () => {
    const stop = write();
    const before = acknowledged.length;
    await until(() => acknowledged.length > before + 20, 'readings to be acknowledged');
    const ended = new Promise((resolve) => nab.once('exit', resolve));
    nab.kill('SIGKILL');
    await ended;
    await stop();
    await until(() => serverPids().length === 0, 'the server to notice');
    await start();
    await nothingIsLost();
  });

  it('leaves a clean stop: TERM ends server and database', async () => {
    expect(nab.exitCode ?? nab.signalCode).toBeNull();
    const ended = new Promise<number | null>((resolve) => nab.once('exit', resolve));
    nab.kill('SIGTERM');
    expect(await ended).toBe(0);
    expect(serverPids()).toEqual([]);
    expect(postmasters()).toEqual([]);
  });
});

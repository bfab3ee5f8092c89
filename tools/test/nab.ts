import { spawnSync } from 'node:child_process';
import { vi } from 'vitest';
import { run } from '../nab/run.js';

export const root = new URL('../..', import.meta.url).pathname;

/** What a command ended with and wrote. */
export interface Ended {
  readonly status: number | null;
  readonly out: string;
  readonly err: string;
}

/** A command in this process: what the command line does, without a new process for each. */
export async function nab(...words: string[]): Promise<Ended> {
  let [out, err] = ['', ''];
  const written = [
    vi.spyOn(process.stdout, 'write').mockImplementation((text) => ((out += text as string), true)),
    vi.spyOn(process.stderr, 'write').mockImplementation((text) => ((err += text as string), true)),
  ];
  try {
    return { status: await run(words), out, err };
  } finally {
    for (const spy of written) spy.mockRestore();
  }
}

/** The command as it is typed. */
export function typed(...words: string[]): Ended {
  const result = spawnSync('npm', ['run', '--silent', 'nab', '--', ...words], {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
  return { status: result.status, out: result.stdout, err: result.stderr };
}

import { readFileSync } from 'node:fs';

/** The command or its file cannot be used; the message is for the person who typed it. */
export class CommandError extends Error {
  override readonly name = 'CommandError';
}

export function readTextFile(path: string): string {
  try {
    return readFileSync(path, 'utf8').replace(/^\uFEFF/, '');
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    const why = code === 'ENOENT' ? 'there is no such file' : (code ?? 'unknown reason');
    throw new CommandError(`cannot read ${path}: ${why}.`);
  }
}

export function readJsonFile(path: string): unknown {
  const text = readTextFile(path);
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new CommandError(`${path} is not JSON: ${(error as Error).message}.`);
  }
}

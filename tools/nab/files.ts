import { readFileSync } from 'node:fs';

/** The command or its file cannot be used; the message is for the person who typed it. */
export class CommandError extends Error {
  override readonly name = 'CommandError';
}

export function readJsonFile(path: string): unknown {
  let text: string;
  try {
    text = readFileSync(path, 'utf8');
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    const why = code === 'ENOENT' ? 'there is no such file' : (code ?? 'unknown reason');
    throw new CommandError(`cannot read ${path}: ${why}.`);
  }
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    throw new CommandError(`${path} is not JSON: ${(error as Error).message}.`);
  }
}

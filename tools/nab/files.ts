import { unzipSync } from 'fflate';
import { readFileSync } from 'node:fs';

/** The investigation in a data package of Nab's. */
const INVESTIGATION = 'investigation.json';

/** The command or its file cannot be used; the message is for the person who typed it. */
export class CommandError extends Error {
  override readonly name = 'CommandError';
}

/** A text, or of a data package the investigation in it. */
export function readHandedOn(path: string): string {
  const bytes = new Uint8Array(readBytes(path));
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) return textOf(bytes);
  let found: Uint8Array | undefined;
  try {
    found = unzipSync(bytes, { filter: ({ name }) => name === INVESTIGATION })[INVESTIGATION];
  } catch (error) {
    throw new CommandError(`${path} is a damaged package: ${(error as Error).message}.`);
  }
  if (!found) throw new CommandError(`${path} holds no ${INVESTIGATION}.`);
  return textOf(found);
}

export const readTextFile = (path: string): string => textOf(readBytes(path));

const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

function readBytes(path: string): Uint8Array {
  try {
    return readFileSync(path);
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

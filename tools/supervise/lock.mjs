import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { dataFolder } from '../install/folders.mjs';

const path = join(dataFolder, 'running.json');

/**
 * A name in the kernel, not on the disk (an abstract socket of Linux): one process has it, and it
 * is free again however that process ends. A file that is looked at and then replaced is not: two
 * that start within a millisecond both get it.
 */
function nameOfFolder() {
  mkdirSync(dataFolder, { recursive: true });
  const hash = createHash('sha256').update(realpathSync(dataFolder)).digest('hex');
  return `\0nab-${hash.slice(0, 32)}`;
}

function readOther() {
  try {
    const other = JSON.parse(readFileSync(path, 'utf8'));
    process.kill(other.pid, 0);
    return other;
  } catch {
    // It has not come to writing who it is.
    return {};
  }
}

/**
 * Takes this folder for this process, before anything of it is touched: of two that start at once
 * one gets it.
 * @returns null, or what is known of the Nab that has it: `{ pid, address }`, without an address
 *   while it starts.
 */
export async function takeLock() {
  const holder = createServer((connection) => connection.destroy());
  const taken = await new Promise((resolve, reject) => {
    holder.once('error', (error) => (error.code === 'EADDRINUSE' ? resolve(false) : reject(error)));
    holder.listen(nameOfFolder(), () => resolve(true));
  });
  if (!taken) return readOther();
  holder.unref();
  writeFileSync(path, JSON.stringify({ pid: process.pid }));
  return null;
}

/** Says where this Nab is to be found. */
export function writeAddress(address) {
  writeFileSync(path, JSON.stringify({ pid: process.pid, address }));
}

export function releaseLock() {
  rmSync(path, { force: true });
}

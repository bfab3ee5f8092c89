import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, realpathSync, rmSync, writeFileSync } from 'node:fs';
import { connect, createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { dataFolder } from '../install/folders.mjs';
import { faultOfFolder, refuse } from '../install/report.mjs';

const path = join(dataFolder, 'running.json');

/**
 * Where a lock of this folder is held, by system. Linux (an abstract socket) and Windows (a pipe) have
 * names in the kernel, not on the disk: one process has one, and it is free again however that
 * process ends. A file that is looked at and then replaced is not: two that start within a
 * millisecond both get it. Elsewhere it is a socket's file, which may outlive its process.
 */
export function lockName(folder, platform = process.platform) {
  const hash = createHash('sha256').update(realpathSync(folder)).digest('hex').slice(0, 32);
  if (platform === 'linux') return `\0nab-${hash}`;
  if (platform === 'win32') return `\\\\.\\pipe\\nab-${hash}`;
  return join(tmpdir(), `nab-${hash.slice(0, 16)}.sock`);
}

function listen(name) {
  const holder = createServer((connection) => connection.destroy());
  return new Promise((resolve, reject) => {
    holder.once('error', (error) => (error.code === 'EADDRINUSE' ? resolve(null) : reject(error)));
    holder.listen(name, () => resolve(holder));
  });
}

/** Whether somebody listens at a name; the file of a process that died answers nobody. */
const isHeld = (name) =>
  new Promise((resolve) => {
    const asking = connect(name, () => resolve(true));
    asking.once('error', () => resolve(false));
    asking.once('close', () => asking.destroy());
  });

/** Holds a name until this process ends. @returns whether it got it. */
export async function hold(name) {
  let holder = await listen(name);
  if (!holder && name.endsWith('.sock') && !(await isHeld(name))) {
    rmSync(name, { force: true });
    holder = await listen(name);
  }
  holder?.unref();
  return holder !== null;
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
  try {
    mkdirSync(dataFolder, { recursive: true });
    if (!(await hold(lockName(dataFolder)))) return readOther();
    writeFileSync(path, JSON.stringify({ pid: process.pid }));
  } catch (error) {
    const sentence = faultOfFolder(error, dataFolder);
    if (sentence === null) throw error;
    refuse(sentence);
  }
  return null;
}

/** Says where this Nab is to be found. */
export function writeAddress(address) {
  writeFileSync(path, JSON.stringify({ pid: process.pid, address }));
}

export function releaseLock() {
  rmSync(path, { force: true });
}

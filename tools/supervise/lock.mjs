import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { dataFolder } from '../install/folders.mjs';

const path = join(dataFolder, 'running.json');

/** When a process started, in clock ticks since boot: tells a process from a later one of its id. */
function startTime(pid) {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  } catch {
    return null;
  }
}

function readLock() {
  try {
    const lock = JSON.parse(readFileSync(path, 'utf8'));
    return startTime(lock.pid) === lock.start_time ? lock : null;
  } catch {
    return null;
  }
}

/**
 * Takes this folder for this process, before anything of it is touched: of two that start at once
 * one gets it.
 * @returns null, or the Nab that has it: `{ pid, address }`, without an address while it starts.
 */
export function takeLock() {
  mkdirSync(dataFolder, { recursive: true });
  const lock = JSON.stringify({ pid: process.pid, start_time: startTime(process.pid) });
  for (;;) {
    try {
      writeFileSync(path, lock, { flag: 'wx' });
      return null;
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
    }
    const other = readLock();
    if (other) return other;
    // Left by one that was killed.
    rmSync(path, { force: true });
  }
}

/** Says where this Nab is to be found. */
export function writeAddress(address) {
  const lock = { pid: process.pid, start_time: startTime(process.pid), address };
  writeFileSync(path, JSON.stringify(lock));
}

export function releaseLock() {
  rmSync(path, { force: true });
}

import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
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

/** The Nab that is running from this folder, or null. */
export function runningNab() {
  if (!existsSync(path)) return null;
  try {
    const lock = JSON.parse(readFileSync(path, 'utf8'));
    return startTime(lock.pid) === lock.start_time ? lock : null;
  } catch {
    return null;
  }
}

export function takeLock(details) {
  mkdirSync(dataFolder, { recursive: true });
  const lock = { pid: process.pid, start_time: startTime(process.pid), ...details };
  writeFileSync(path, JSON.stringify(lock));
}

export function releaseLock() {
  rmSync(path, { force: true });
}

import { setTimeout as sleep } from 'node:timers/promises';
import { ask } from './ask.mjs';

const EVERY_MS = 3_000;
const PATIENCE_MS = 5_000;
/** So many times no answer at all: it hangs. An answer that says “not well” is one. */
const MOST_SILENT = 4;
/** Longer than any statement may take: what is only slow is left alone. */
const MOST_WITHOUT_DATABASE = 8;

/** Ended, whether by itself or by a signal. */
export const hasEnded = (child) => child.exitCode !== null || child.signalCode !== null;

/** Resolves when a process ends. */
export const endOf = (child) =>
  hasEnded(child) ? Promise.resolve() : new Promise((resolve) => child.once('exit', resolve));

/**
 * Watches whether a server answers, from outside its event loop.
 * @returns resolves to true once it hangs, to false when it ended.
 */
export async function hangs(
  address,
  child,
  { every = EVERY_MS, patience = PATIENCE_MS, most = MOST_SILENT } = {},
) {
  for (let silent = 0; silent < most;) {
    await sleep(every);
    if (hasEnded(child)) return false;
    const answered = await ask(address, '/api/health', patience).then(
      () => true,
      () => false,
    );
    silent = answered ? 0 : silent + 1;
  }
  return true;
}

/**
 * Watches what a server says of its database, which may be there and give no answer.
 * @returns resolves to true once it has had none for a while, to false when it ended.
 */
export async function isSilent(
  address,
  database,
  { every = EVERY_MS, patience = PATIENCE_MS, most = MOST_WITHOUT_DATABASE } = {},
) {
  for (let silent = 0; silent < most;) {
    await sleep(every);
    if (hasEnded(database)) return false;
    const state = await databaseState(address(), patience);
    silent = state === 'silent' || state === 'unreachable' ? silent + 1 : 0;
  }
  return true;
}

/** What a server says of its database; null where it says nothing, which is not the database's fault. */
async function databaseState(address, patience) {
  try {
    return JSON.parse((await ask(address, '/api/health', patience)).body).database;
  } catch {
    return null;
  }
}

import { signal } from '@angular/core';

/** Documents that are on a page of this tab and save themselves. */
const openKeys = signal<readonly string[]>([]);

export const isOpenHere = (key: string): boolean => openKeys().includes(key);

const lockName = (key: string): string => `nab-open:${key}`;

/** Browsers have locks only on this machine itself and over HTTPS. */
const locks = (): LockManager | undefined => globalThis.navigator?.locks;

/** Where there are no locks, tabs ask one another. */
const CHANNEL = 'nab-open-documents';
/** A tab that is awake answers well within this time. */
const ANSWER_MS = 300;

/**
 * Says to every tab of this browser that a document is being edited here.
 * @returns ends that; the browser ends it with the tab.
 */
export function holdOpen(key: string): () => void {
  openKeys.update((keys) => [...keys, key]);
  const held = locks() ? holdLock(key) : answerOthers(key);
  return () => {
    openKeys.update((keys) => {
      const at = keys.indexOf(key);
      return keys.filter((_, i) => i !== at);
    });
    held();
  };
}

/**
 * Does something with a document unless it is being edited in any tab of this browser.
 * @returns whether it was done.
 */
export async function unlessOpen(key: string, act: () => Promise<void>): Promise<boolean> {
  const manager = locks();
  if (!manager) {
    if (await isOpenElsewhere(key)) return false;
    await act();
    return true;
  }
  return manager.request(lockName(key), { ifAvailable: true }, async (lock) => {
    if (!lock) return false;
    await act();
    return true;
  });
}

function holdLock(key: string): () => void {
  let release = (): void => undefined;
  const until = new Promise<void>((resolve) => (release = resolve));
  // Shared: a document may be open in two tabs.
  locks()!
    .request(lockName(key), { mode: 'shared' }, () => until)
    .catch(() => undefined);
  return release;
}

interface Message {
  readonly key: string;
  readonly open?: true;
}

function answerOthers(key: string): () => void {
  if (typeof BroadcastChannel === 'undefined') return () => undefined;
  const channel = new BroadcastChannel(CHANNEL);
  channel.onmessage = ({ data }: MessageEvent<Message>) => {
    if (data.key === key && !data.open) channel.postMessage({ key, open: true });
  };
  return () => channel.close();
}

function isOpenElsewhere(key: string): Promise<boolean> {
  if (typeof BroadcastChannel === 'undefined') return Promise.resolve(false);
  const channel = new BroadcastChannel(CHANNEL);
  return new Promise<boolean>((resolve) => {
    channel.onmessage = ({ data }: MessageEvent<Message>) => {
      if (data.key === key && data.open) resolve(true);
    };
    channel.postMessage({ key });
    setTimeout(() => resolve(false), ANSWER_MS);
  }).finally(() => channel.close());
}

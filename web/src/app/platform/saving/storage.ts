import { benchStore } from './bench-store';

/**
 * What a browser does with what is written into it: nothing is known yet; it is kept, and the browser
 * has promised not to throw it away; it is kept, as long as there is room; nothing is kept.
 */
export type Storage = 'asked' | 'durable' | 'kept' | 'nothing';

/** Tries whether anything is kept at all, and asks for it to be kept for good. */
export async function askForStorage(): Promise<Storage> {
  try {
    const { drafts } = await benchStore();
    await drafts.put({ key: 'probe', version: 0, value: null });
    await drafts.delete('probe');
  } catch {
    return 'nothing';
  }
  try {
    return (await navigator.storage.persist()) ? 'durable' : 'kept';
  } catch {
    // Without HTTPS there is nobody to ask.
    return 'kept';
  }
}

import type { OutgoingRecord } from './bench-store';

/** What waits in this browser, as a file that a person can carry and read. */
export function queueFile(records: readonly OutgoingRecord[]): string {
  return JSON.stringify({ format: 'nab-waiting', version: 1, records }, null, 2);
}

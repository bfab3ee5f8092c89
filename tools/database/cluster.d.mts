import type { ChildProcess } from 'node:child_process';

export interface Cluster {
  readonly process: ChildProcess | null;
  readonly folder: string;
  readonly programs: string;
  url(database: string): string;
  ensureDatabase(database: string): Promise<void>;
  hasDatabase(database: string): Promise<boolean>;
  databases(): Promise<string[]>;
  /** Where it listens. */
  readonly port: number;
  /** Ends one that gives no answer. */
  kill(): void;
  stop(): Promise<void>;
}

export function startCluster(
  name: string,
  settings?: readonly string[],
  port?: number,
): Promise<Cluster>;
export function openCluster(name: string): Promise<Cluster>;
export function removeCluster(cluster: Cluster): void;

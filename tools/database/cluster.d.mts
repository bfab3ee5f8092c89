import type { ChildProcess } from 'node:child_process';

export interface Cluster {
  readonly process: ChildProcess | null;
  readonly folder: string;
  readonly programs: string;
  url(database: string): string;
  ensureDatabase(database: string): Promise<void>;
  hasDatabase(database: string): Promise<boolean>;
  databases(): Promise<string[]>;
  stop(): Promise<void>;
}

export function startCluster(name: string, settings?: readonly string[]): Promise<Cluster>;
export function openCluster(name: string): Promise<Cluster>;
export function removeCluster(cluster: Cluster): void;

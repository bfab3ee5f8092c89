import type { Cluster } from './cluster.mjs';

export function backUp(
  cluster: Cluster,
  database: string,
  file: string,
): Promise<Readonly<Record<string, number>>>;
export function restore(cluster: Cluster, database: string, file: string): Promise<string | null>;

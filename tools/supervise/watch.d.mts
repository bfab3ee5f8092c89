import type { ChildProcess } from 'node:child_process';

export function hasEnded(child: ChildProcess): boolean;
export function endOf(child: ChildProcess): Promise<unknown>;
export function hangs(
  address: string,
  child: ChildProcess,
  pace?: { readonly every?: number; readonly patience?: number; readonly most?: number },
): Promise<boolean>;
export function isSilent(
  address: () => string,
  database: ChildProcess,
  pace?: { readonly every?: number; readonly patience?: number; readonly most?: number },
): Promise<boolean>;

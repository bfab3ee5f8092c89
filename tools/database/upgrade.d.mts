import type { Identity, Passwords } from './postmaster.mjs';

export function upgrade(
  cluster: {
    readonly folder: string;
    readonly passwords: Passwords;
    readonly identity: Identity | null;
  },
  programs: { readonly from: string; readonly to: string },
): Promise<string>;
export function finishUpgrade(folder: string): string | null;

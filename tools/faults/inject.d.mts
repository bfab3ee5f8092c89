import type { OwnNab } from './own-nab.mjs';

export interface FaultReport {
  readonly kinds: Readonly<Record<string, number>>;
  readonly readings: number;
  readonly lost: readonly string[];
  readonly doubled: number;
  readonly unknown: readonly string[];
  readonly altered: readonly unknown[];
  readonly wrong: readonly unknown[];
  readonly copies: readonly unknown[];
}

export declare const KINDS: readonly string[];

export declare function injectFaults(
  nab: OwnNab,
  faults: number,
  seed: number,
  tell?: (words: string) => void,
): Promise<FaultReport>;

import { computed, signal } from '@angular/core';
import { writeLocal, readLocal } from '../../platform/local-storage';

/** Most turns that are counted by hand. */
const MOST = 9999;

/** Turns counted so far, remembered by this browser for each coil, also over a reload. */
export class TurnTally {
  private readonly counted = signal<Readonly<Record<string, number>>>({});

  constructor(private readonly coil: () => string) {}

  readonly count = computed(() => this.counted()[this.coil()] ?? kept(this.coil()));

  add(turns: number): void {
    this.set(this.count() + turns);
  }

  /** Begins again. @returns the way back to what had been counted. */
  reset(): () => void {
    const [coil, count] = [this.coil(), this.count()];
    this.set(0);
    return () => this.set(count, coil);
  }

  private set(turns: number, coil = this.coil()): void {
    const count = Math.max(0, Math.min(MOST, turns));
    this.counted.update((all) => ({ ...all, [coil]: count }));
    writeLocal(keyOf(coil), String(count));
  }
}

const keyOf = (coil: string): string => `nab-turns:${coil}`;

function kept(coil: string): number {
  const count = Number(readLocal(keyOf(coil)));
  return Number.isInteger(count) && count >= 0 && count <= MOST ? count : 0;
}

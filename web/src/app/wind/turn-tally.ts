import { computed, signal } from '@angular/core';

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
    try {
      localStorage.setItem(keyOf(coil), String(count));
    } catch {
      // It is counted all the same, as long as the page stays open.
    }
  }
}

const keyOf = (coil: string): string => `nab-turns:${coil}`;

function kept(coil: string): number {
  try {
    const count = Number(localStorage.getItem(keyOf(coil)));
    return Number.isInteger(count) && count >= 0 && count <= MOST ? count : 0;
  } catch {
    // A browser that keeps nothing begins at nought.
    return 0;
  }
}

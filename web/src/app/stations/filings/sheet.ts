import { computed, DestroyRef, inject, signal } from '@angular/core';
import {
  BOUNCES,
  collectFilings,
  gatherRadius,
  GriddedField,
  applyBounce,
  patternOf,
  sprinkle,
  sprinkleOn,
  type Filings,
  type Pattern,
  type SheetField,
} from '@nab/core/experiments';
import { seededRandom } from '@nab/core/numerics';
import type { Spot } from './movable';

/** Moments in which filings that nobody taps find their place after the field has changed. */
const STILL_STEPS = 8;
const FIRST_SEED = 11;
const NOTHING_SEEN: Pattern = { along: 0, seen: 0, weakest: null };

/** The filings that lie on the sheet, moved a bounce at a time so that they are seen to move. */
export class Sheet {
  private readonly lying = signal<{ readonly filings: Filings; readonly moved: number }>({
    filings: sprinkle(0, 1),
    moved: 0,
  });
  /** What lies there; the same arrays are moved, so look again whenever this changes. */
  readonly filings = computed(() => ({ ...this.lying().filings }));
  readonly count = computed(() => this.lying().filings.x.length);
  readonly gathered = signal(0);
  readonly fell = signal(0);
  /** What can be seen, looked at whenever the filings have come to rest. */
  readonly pattern = signal<Pattern>(NOTHING_SEEN);
  /** Counts what was put under the sheet. */
  readonly laid = signal(0);
  readonly reach = gatherRadius();
  private field: GriddedField | null = null;
  private readonly random = seededRandom(FIRST_SEED);
  private seed = FIRST_SEED;
  /** Bounces that are still to come; null is a moment without a tap. */
  private coming: (number | null)[] = [];
  private frame = 0;
  private readonly still = matchMedia('(prefers-reduced-motion: reduce)');

  constructor() {
    inject(DestroyRef).onDestroy(() => cancelAnimationFrame(this.frame));
  }

  /** A clean sheet with so many filings. */
  begin(count: number): void {
    this.coming = [];
    this.gathered.set(0);
    this.fell.set(0);
    this.show(sprinkle(count, ++this.seed));
    this.rest();
  }

  more(count: number): void {
    this.show(sprinkleOn(this.lying().filings, count, ++this.seed));
    this.rest();
  }

  /** Puts something else under the sheet. */
  over(field: SheetField, scale: number): void {
    this.field = new GriddedField(field);
    this.scaled(scale);
  }

  /** Another current. */
  scaled(scale: number): void {
    if (!this.field) return;
    this.field.scale = scale;
    this.laid.update((n) => n + 1);
    this.show(this.lying().filings);
    this.rest();
  }

  tap(): void {
    // When it has come to rest, what is near enough still draws together.
    this.coming = [...Array.from({ length: BOUNCES }, (_, i) => i), null, null, null, null];
    this.run();
  }

  /** A bagged magnet is led over the sheet. */
  sweep(from: Spot, to: Spot): void {
    const { filings } = this.lying();
    const left = collectFilings(filings, from, to, this.reach);
    if (left === filings) return;
    this.gathered.update((n) => n + filings.x.length - left.x.length);
    this.show(left);
  }

  at(x: number, y: number): readonly [number, number, number] {
    return this.field?.at(x, y) ?? [0, 0, 0];
  }

  read(x: number, y: number, out: [number, number, number]): void {
    if (this.field) this.field.read(x, y, out);
    else out.fill(0);
  }

  /** What is stronger than friction moves although nobody taps. */
  private rest(): void {
    if (this.coming.length === 0) this.coming = Array<null>(STILL_STEPS).fill(null);
    this.run();
  }

  private run(): void {
    cancelAnimationFrame(this.frame);
    if (this.still.matches) {
      while (this.coming.length > 0) this.step();
      return;
    }
    const next = (): void => {
      this.step();
      if (this.coming.length > 0) this.frame = requestAnimationFrame(next);
    };
    this.frame = requestAnimationFrame(next);
  }

  private step(): void {
    const bounce = this.coming.shift();
    if (bounce === undefined || !this.field) return;
    const { filings } = this.lying();
    const left = applyBounce(filings, this.field, bounce, this.random);
    const fallen = filings.x.length - left.x.length;
    if (fallen > 0) this.fell.update((n) => n + fallen);
    this.show(left);
  }

  private show(filings: Filings): void {
    this.lying.update(({ moved }) => ({ filings, moved: moved + 1 }));
    if (this.coming.length === 0 && this.field) this.pattern.set(patternOf(filings, this.field));
  }
}

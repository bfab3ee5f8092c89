import type { Actor } from '../investigation/index.js';

/** How something was before somebody changed it. */
export interface EarlierState {
  readonly id: string;
  readonly kind: 'plan' | 'design' | 'shelf';
  readonly version: number;
  /** All of it, as it was. */
  readonly document: unknown;
  /** Who changed it, when, and which parts of it. */
  readonly actor: Actor;
  readonly at: string;
  readonly changed: readonly string[];
}

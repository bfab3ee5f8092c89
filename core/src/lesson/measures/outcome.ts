import type { Measure } from './measure.js';

/** What was seen against what was said before: as said, in part, or something else. */
export const VERDICTS = ['as-said', 'partly', 'otherwise'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** One reading as it was taken, by the kind of data; SI and counts. */
export type Outcome =
  | {
      readonly kind: 'count';
      readonly count: number;
      /** Of measures with parts, such as the two ends: each of them; their sum is the count. */
      readonly parts?: readonly number[] | null;
      /** Even more may have been needed: not all cells together held. */
      readonly atLeast?: boolean;
      /** With the current off before, and left on after switching off; null where not looked at. */
      readonly off: number | null;
      readonly stuck: number | null;
    }
  | {
      readonly kind: 'number';
      readonly value: number;
      /** What was typed, with its unit. */
      readonly typed: string;
    }
  | {
      readonly kind: 'interval';
      /** Last load that held and first that dropped; null when it never dropped. */
      readonly held: number;
      readonly dropped: number | null;
      readonly typed: string;
    }
  | { readonly kind: 'yes-no'; readonly yes: boolean }
  | { readonly kind: 'objects'; readonly lifted: Readonly<Record<string, boolean>> }
  | {
      readonly kind: 'words';
      readonly text: string;
      /** The group's own judgement; absent where nothing had been said before. */
      readonly verdict?: Verdict | null;
    };

/** A reading as a number: SI; NaN for words. */
export interface Valued {
  readonly value: number;
  /** 'at-least' when the ceiling was reached or the load never dropped. */
  readonly censored: 'at-least' | null;
  /** Between which values it certainly lies, where a reading says so. */
  readonly from?: number;
  readonly to?: number;
}

/**
 * What an outcome is as a number. A load is taken as the geometric mean of the last that held and the
 * first that dropped; yes is 1; of several objects, how many were lifted.
 * @param ceiling most that could be read, such as the objects in the tray; null without one.
 */
export function valueOf(outcome: Outcome, ceiling: number | null): Valued {
  const capped = (value: number): Valued => ({
    value,
    censored: ceiling !== null && value >= ceiling ? 'at-least' : null,
  });
  switch (outcome.kind) {
    case 'count':
      return outcome.atLeast
        ? { value: outcome.count, censored: 'at-least' }
        : capped(outcome.count);
    case 'number':
      return { value: outcome.value, censored: null };
    case 'interval': {
      const { held, dropped } = outcome;
      if (dropped === null) return { value: held, censored: 'at-least', from: held };
      // Nothing held: the middle of nothing and something is half of it.
      const value = held > 0 ? Math.sqrt(held * dropped) : dropped / 2;
      return { value, censored: null, from: held, to: dropped };
    }
    case 'yes-no':
      return { value: outcome.yes ? 1 : 0, censored: null };
    case 'objects':
      return { value: Object.values(outcome.lifted).filter(Boolean).length, censored: null };
    case 'words':
      return { value: NaN, censored: null };
  }
}

/** Most that a measure can read, SI; null where nothing stops it. */
export function ceilingOf({ ceiling }: Measure, traySize: number): number | null {
  return ceiling === 'tray' ? traySize : ceiling;
}

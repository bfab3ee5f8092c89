import type { Timetable } from './timetable.js';

/** What a class does together: it listens, works in its groups, says what it found, clears up. */
export const PHASES = ['introduce', 'work', 'discuss', 'clear', 'over'] as const;
export type Phase = (typeof PHASES)[number];

export interface PhaseNow {
  readonly phase: Phase;
  /** Minutes until it ends; 0 when the lesson is over. */
  readonly left: number;
  /** Minutes of the whole phase; 0 when the lesson is over. */
  readonly length: number;
  readonly next: Phase | null;
}

/**
 * Where a lesson is.
 * @param minute since it began; before that it counts as its beginning.
 */
export function phaseAt(
  { blocks, end }: Pick<Timetable, 'blocks' | 'end'>,
  minute: number,
): PhaseNow {
  const startOf = (kind: 'discuss' | 'clear'): number =>
    blocks.find((block) => block.kind === kind)!.start;
  const introduced = blocks.find(({ kind }) => kind === 'introduce')!.length;
  const ends: readonly [Phase, number][] = [
    ['introduce', introduced],
    ['work', startOf('discuss')],
    ['discuss', startOf('clear')],
    ['clear', end],
  ];
  const now = Math.max(0, minute);
  // What takes no time is passed over.
  const at = ends.findIndex(([, until]) => now < until);
  if (at < 0) return { phase: 'over', left: 0, length: 0, next: null };
  const [phase, until] = ends[at]!;
  const next = ends.slice(at + 1).find(([, later]) => later > until)?.[0] ?? 'over';
  const since = at === 0 ? 0 : ends[at - 1]![1];
  return { phase, left: until - now, length: until - since, next };
}

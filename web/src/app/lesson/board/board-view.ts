import type { Phase } from '@nab/core/lesson';

/** What the board shows, in the order of a lesson. */
export const BOARD_VIEWS = ['join', 'predict', 'try', 'look', 'clear'] as const;
export type BoardView = (typeof BOARD_VIEWS)[number];

export const VIEW_NAMES: Readonly<Record<BoardView, string>> = {
  join: 'Join',
  predict: 'Predict',
  try: 'Try',
  look: 'Look',
  clear: 'Clear up',
};

/** What the board knows of a lesson. */
export interface LessonState {
  /** Null where no clock runs. */
  readonly phase: Phase | null;
  readonly ended: boolean;
  /** Whether groups can join, and one has not. */
  readonly awaited: boolean;
  readonly trials: number;
  readonly planned: number;
}

/** The view that a lesson asks for by itself. */
export function viewOf({ phase, ended, awaited, trials, planned }: LessonState): BoardView {
  if (ended || phase === 'clear' || phase === 'over') return 'clear';
  if (phase === 'discuss') return 'look';
  if (trials === 0) return awaited ? 'join' : 'predict';
  if (phase === null && trials >= planned) return 'look';
  return 'try';
}

/** The view that was chosen by hand; null for any other text. */
export function chosenView(text: string | undefined): BoardView | null {
  return BOARD_VIEWS.find((view) => view === text) ?? null;
}

import type { Remark } from '@nab/core/lesson';

/** What is said of a reading at once, kindly; what to do comes with it. */
const REMARKS: Readonly<Record<Remark, (things: string) => string>> = {
  'far-from-others': () => 'Far from your other readings here. Both may be right: count again?',
  'tray-empty': (things) =>
    `The tray is empty, so it lifts at least this. Put more ${things} in, and try again.`,
  'same-thrice': () => 'The same number three times. Was it counted each time?',
  'hung-on-off': () =>
    'Something hung on before the current was on: tap the core on the table, or take another.',
  extra: () => 'One more than planned: it is kept as an extra, and counts.',
};

export const remarkText = (remark: Remark, things: string): string => REMARKS[remark](things);

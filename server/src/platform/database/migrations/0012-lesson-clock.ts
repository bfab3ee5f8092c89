import type { Migration } from '../migration.js';

/** When the educator began the lesson, so that every screen counts from the same moment. */
export const lessonClock: Migration = {
  name: '0012-lesson-clock',
  up: `
    ALTER TABLE rooms ADD COLUMN begun_at timestamptz;
  `,
  down: `
    ALTER TABLE rooms DROP COLUMN begun_at;
  `,
};

import type { Migration } from '../migration.js';

/** How a lesson is laid out, and the school's own risk notes; null until somebody has said. */
export const lessons: Migration = {
  name: '0006-lessons',
  up: `
    ALTER TABLE investigations ADD COLUMN lesson jsonb;
  `,
  down: `
    ALTER TABLE investigations DROP COLUMN lesson;
  `,
};

import type { Migration } from '../migration.js';

/** What was odd about a trial, kept with its reading; none of those that are there. */
export const flags: Migration = {
  name: '0007-flags',
  up: `
    ALTER TABLE readings ADD COLUMN flags text[] NOT NULL DEFAULT '{}';
  `,
  down: `
    ALTER TABLE readings DROP COLUMN flags;
  `,
};

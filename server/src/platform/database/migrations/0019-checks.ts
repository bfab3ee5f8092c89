import type { Migration } from '../migration.js';

/** Levels that were added to check what a curve says between the others. */
export const checks: Migration = {
  name: '0019-checks',
  up: 'ALTER TABLE levels ADD COLUMN is_check boolean NOT NULL DEFAULT false',
  down: 'ALTER TABLE levels DROP COLUMN is_check',
};

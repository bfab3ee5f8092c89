import type { Migration } from '../migration.js';

/**
 * Where an investigation is found: among the open ones, archived, or deleted. Deleting hides it;
 * its readings stay, since none is ever removed, and it can be brought back.
 */
export const places: Migration = {
  name: '0005-places',
  up: `
    ALTER TABLE investigations ADD COLUMN place text NOT NULL DEFAULT 'open'
      CHECK (place IN ('open', 'archived', 'deleted'));
    CREATE INDEX investigations_by_place ON investigations (place);
  `,
  down: `
    ALTER TABLE investigations DROP COLUMN place;
  `,
};

import type { Migration } from '../migration.js';

/** Corrections are few, and found without reading every trial. */
export const corrections: Migration = {
  name: '0015-corrections',
  up: `
    CREATE INDEX readings_by_corrected ON readings (corrects) WHERE corrects IS NOT NULL;
  `,
  down: `
    DROP INDEX readings_by_corrected;
  `,
};

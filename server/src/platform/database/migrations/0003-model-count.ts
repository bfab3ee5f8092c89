import type { Migration } from '../migration.js';

/** What Nab predicted for a trial when it was made, so that a later change of the magnet does not alter it. */
export const modelCount: Migration = {
  name: '0003-model-count',
  up: `
    ALTER TABLE readings ADD COLUMN model_count double precision
      CHECK (model_count BETWEEN 0 AND 1000000);
  `,
  down: `
    ALTER TABLE readings DROP COLUMN model_count;
  `,
};

import type { Migration } from '../migration.js';

/** An investigation may be the rehearsal of another: nothing in it was ever measured. */
export const rehearsals: Migration = {
  name: '0008-rehearsals',
  up: `
    ALTER TABLE investigations ADD COLUMN rehearsal_of uuid REFERENCES investigations (id);
  `,
  down: `
    ALTER TABLE investigations DROP COLUMN rehearsal_of;
  `,
};

import type { Migration } from '../migration.js';

/**
 * How plans, designs and things on the shelf were before somebody changed or removed them: who did it
 * and when.
 */
export const history: Migration = {
  name: '0016-history',
  up: `
    CREATE TABLE history (
      id bigserial PRIMARY KEY,
      kind text NOT NULL CHECK (kind IN ('plan', 'design', 'shelf')),
      ref uuid NOT NULL,
      version integer NOT NULL,
      document jsonb NOT NULL,
      actor text NOT NULL,
      removed boolean NOT NULL DEFAULT false,
      at timestamptz NOT NULL DEFAULT now()
    );
    CREATE INDEX history_by_ref ON history (ref, id);
    CREATE INDEX history_of_removed ON history (kind, id) WHERE removed;
  `,
  down: `
    DROP TABLE history;
  `,
};

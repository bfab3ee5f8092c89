import type { Migration } from '../migration.js';

/** The educator's shelf: cores, reels, cells, objects and designs set aside. */
export const shelf: Migration = {
  name: '0002-shelf',
  up: `
    CREATE TABLE shelf_items (
      id uuid PRIMARY KEY,
      version integer NOT NULL CHECK (version >= 1),
      kind text NOT NULL CHECK (kind IN ('core', 'reel', 'cell', 'object', 'design')),
      document jsonb NOT NULL CHECK (jsonb_typeof(document) = 'object'),
      demo boolean NOT NULL DEFAULT false,
      created_at timestamptz NOT NULL DEFAULT now(),
      updated_at timestamptz NOT NULL DEFAULT now()
    );
    CREATE INDEX shelf_items_by_kind ON shelf_items (kind, created_at);

    -- What the demo put there once is not put there again after it was taken off.
    CREATE TABLE shelf_removed (id uuid PRIMARY KEY);
  `,
  down: `
    DROP TABLE shelf_removed;
    DROP TABLE shelf_items;
  `,
};

import type { Migration } from '../migration.js';

/**
 * A lesson’s code ends with the lesson, or after a day; telephones vote by a token that the server
 * signs; rows of a file of everything that do not fit are kept apart; health writes a page.
 */
export const doors: Migration = {
  name: '0021-doors',
  up: `
    ALTER TABLE rooms ADD COLUMN code_until timestamptz NOT NULL DEFAULT now() + interval '12 hours';
    ALTER TABLE schools ADD COLUMN voting_key text NOT NULL
      DEFAULT gen_random_uuid()::text || gen_random_uuid()::text;

    CREATE TABLE kept_apart (
      id uuid PRIMARY KEY,
      table_name text NOT NULL,
      content jsonb NOT NULL,
      why text NOT NULL,
      kept_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      school_id uuid NOT NULL DEFAULT current_school() REFERENCES schools
    );
    ALTER TABLE kept_apart ENABLE ROW LEVEL SECURITY;
    ALTER TABLE kept_apart FORCE ROW LEVEL SECURITY;
    CREATE POLICY of_one_school ON kept_apart
      USING (current_setting('nab.school', true) IN (school_id::text, 'all'))
      WITH CHECK (current_setting('nab.school', true) IN (school_id::text, 'all'));

    -- Filled and emptied again to see whether the disk has room for a page.
    CREATE TABLE health_pages (n integer NOT NULL);
  `,
  down: `
    DROP TABLE health_pages;
    DROP TABLE kept_apart;
    ALTER TABLE schools DROP COLUMN voting_key;
    ALTER TABLE rooms DROP COLUMN code_until;
  `,
};

import type { Migration } from '../migration.js';

/** What classes have shown about Nab's predictions, kept for the school's next lessons. */
export const teachings: Migration = {
  name: '0018-teachings',
  up: `
    CREATE TABLE teachings (
      investigation_id uuid PRIMARY KEY REFERENCES investigations ON DELETE CASCADE,
      held_against text NOT NULL,
      object text NOT NULL,
      method text NOT NULL,
      mean double precision NOT NULL,
      variance double precision NOT NULL CHECK (variance > 0),
      class_factor double precision NOT NULL CHECK (class_factor > 1),
      trials integer NOT NULL CHECK (trials > 0),
      taught_at timestamptz NOT NULL DEFAULT clock_timestamp(),
      school_id uuid NOT NULL DEFAULT current_school() REFERENCES schools
    );
    ALTER TABLE teachings ENABLE ROW LEVEL SECURITY;
    ALTER TABLE teachings FORCE ROW LEVEL SECURITY;
    CREATE POLICY of_one_school ON teachings
      USING (current_setting('nab.school', true) IN (school_id::text, 'all'))
      WITH CHECK (current_setting('nab.school', true) IN (school_id::text, 'all'));
  `,
  down: `
    DROP TABLE teachings;
  `,
};

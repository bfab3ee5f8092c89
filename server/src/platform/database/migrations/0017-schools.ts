import type { Migration } from '../migration.js';

/** Everything that is some school’s. */
export const OF_A_SCHOOL = [
  'bench_groups',
  'changes',
  'classes',
  'designs',
  'history',
  'investigations',
  'levels',
  'polls',
  'predictions',
  'readings',
  'rooms',
  'sessions',
  'shelf_items',
  'shelf_removed',
  'strays',
  'votes',
] as const;

const FIRST = '00000000-0000-4000-8000-000000000001';

const each = (sql: (table: string) => string): string => OF_A_SCHOOL.map(sql).join('\n');

/**
 * Several schools in one database. Every row says whose it is, and the database shows a connection
 * the rows of one school only: that of its setting `nab.school`. Without one it shows none; `all`,
 * which only migrations set, shows every row. The owner of the tables is held to it too.
 */
export const schools: Migration = {
  name: '0017-schools',
  up: `
    ALTER TABLE schools ADD COLUMN name text NOT NULL DEFAULT '' CHECK (length(name) <= 120);
    -- The name under which browsers reach it; the one without is reached under any other.
    ALTER TABLE schools ADD COLUMN host text UNIQUE CHECK (host = lower(host) AND host <> '');

    CREATE FUNCTION current_school() RETURNS uuid LANGUAGE sql STABLE AS $$
      SELECT current_setting('nab.school')::uuid
    $$;
    ${each(
      (table) => `
    ALTER TABLE ${table} ADD COLUMN school_id uuid NOT NULL DEFAULT '${FIRST}' REFERENCES schools;
    ALTER TABLE ${table} ALTER COLUMN school_id SET DEFAULT current_school();
    ALTER TABLE ${table} ENABLE ROW LEVEL SECURITY;
    ALTER TABLE ${table} FORCE ROW LEVEL SECURITY;
    CREATE POLICY of_one_school ON ${table}
      USING (current_setting('nab.school', true) IN (school_id::text, 'all'))
      WITH CHECK (current_setting('nab.school', true) IN (school_id::text, 'all'));`,
    )}
  `,
  down: `
    ${each(
      (table) => `
    DROP POLICY of_one_school ON ${table};
    ALTER TABLE ${table} NO FORCE ROW LEVEL SECURITY;
    ALTER TABLE ${table} DISABLE ROW LEVEL SECURITY;
    ALTER TABLE ${table} DROP COLUMN school_id;`,
    )}
    DROP FUNCTION current_school();
    ALTER TABLE schools DROP COLUMN host, DROP COLUMN name;
  `,
};

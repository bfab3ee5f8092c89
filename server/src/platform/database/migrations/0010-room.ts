import type { Migration } from '../migration.js';

/** Who may do what: the school's pass phrase, sessions, the room of a lesson, and failed tries. */
export const room: Migration = {
  name: '0010-room',
  up: `
    CREATE TABLE schools (
      id uuid PRIMARY KEY,
      -- Argon2id in the PHC string format; null until one is set.
      pass_phrase text
    );
    INSERT INTO schools (id) VALUES ('00000000-0000-4000-8000-000000000001');

    CREATE TABLE rooms (
      investigation_id uuid PRIMARY KEY REFERENCES investigations (id),
      code text NOT NULL UNIQUE CHECK (code ~ '^[A-HJKMNP-Z]{6}$'),
      paused boolean NOT NULL DEFAULT false,
      message text NOT NULL DEFAULT '' CHECK (length(message) <= 160),
      ended boolean NOT NULL DEFAULT false,
      ranked boolean NOT NULL DEFAULT false
    );

    CREATE TABLE sessions (
      -- SHA-256 of what the cookie holds: who reads this table can sign in as nobody.
      token_hash text PRIMARY KEY,
      role text NOT NULL CHECK (role IN ('educator', 'group', 'board')),
      investigation_id uuid REFERENCES investigations (id),
      group_id uuid REFERENCES bench_groups (id) ON DELETE CASCADE,
      at jsonb,
      joined_at timestamptz NOT NULL DEFAULT now(),
      seen_at timestamptz NOT NULL DEFAULT now(),
      expires_at timestamptz NOT NULL,
      CHECK ((role = 'group') = (group_id IS NOT NULL)),
      CHECK ((role = 'educator') = (investigation_id IS NULL)),
      -- A group is bound to one tablet.
      UNIQUE (investigation_id, group_id)
    );

    CREATE TABLE failed_tries (
      key varchar(255) PRIMARY KEY,
      points integer NOT NULL DEFAULT 0,
      expire bigint
    );
  `,
  down: `
    DROP TABLE failed_tries;
    DROP TABLE sessions;
    DROP TABLE rooms;
    DROP TABLE schools;
  `,
};

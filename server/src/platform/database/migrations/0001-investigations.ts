import type { Migration } from '../migration.js';

/** Designs, investigations with their levels and groups, predictions and readings. */
export const investigations: Migration = {
  name: '0001-investigations',
  up: `
    CREATE TABLE designs (
      id uuid PRIMARY KEY,
      version integer NOT NULL CHECK (version >= 1),
      document jsonb NOT NULL CHECK (jsonb_typeof(document) = 'object'),
      created_at timestamptz NOT NULL DEFAULT now(),
      updated_at timestamptz NOT NULL DEFAULT now()
    );

    CREATE TABLE investigations (
      id uuid PRIMARY KEY,
      design_id uuid NOT NULL UNIQUE REFERENCES designs ON DELETE RESTRICT,
      version integer NOT NULL CHECK (version >= 1),
      title text NOT NULL CHECK (length(title) BETWEEN 1 AND 120),
      factor text NOT NULL CHECK (factor IN ('turns')),
      repeats integer NOT NULL CHECK (repeats BETWEEN 1 AND 20),
      tray_size integer NOT NULL CHECK (tray_size BETWEEN 1 AND 9999),
      demo boolean NOT NULL DEFAULT false,
      created_at timestamptz NOT NULL DEFAULT now(),
      updated_at timestamptz NOT NULL DEFAULT now()
    );

    CREATE TABLE levels (
      id uuid PRIMARY KEY,
      investigation_id uuid NOT NULL REFERENCES investigations ON DELETE RESTRICT,
      position integer NOT NULL CHECK (position >= 0),
      turns integer NOT NULL CHECK (turns BETWEEN 1 AND 5000),
      -- Deferred, so that a reorder within one transaction may pass through equal values.
      UNIQUE (investigation_id, turns) DEFERRABLE INITIALLY DEFERRED
    );
    CREATE INDEX levels_by_investigation ON levels (investigation_id, position);

    CREATE TABLE bench_groups (
      id uuid PRIMARY KEY,
      investigation_id uuid NOT NULL REFERENCES investigations ON DELETE RESTRICT,
      position integer NOT NULL CHECK (position >= 0),
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 40)
    );
    CREATE INDEX bench_groups_by_investigation ON bench_groups (investigation_id, position);

    CREATE TABLE predictions (
      id uuid PRIMARY KEY,
      group_id uuid NOT NULL REFERENCES bench_groups ON DELETE RESTRICT,
      level_id uuid NOT NULL REFERENCES levels ON DELETE RESTRICT,
      count integer NOT NULL CHECK (count BETWEEN 0 AND 9999),
      recorded_at timestamptz NOT NULL,
      received_at timestamptz NOT NULL DEFAULT now()
    );
    CREATE INDEX predictions_by_level ON predictions (level_id);

    CREATE TABLE readings (
      id uuid PRIMARY KEY,
      group_id uuid NOT NULL REFERENCES bench_groups ON DELETE RESTRICT,
      level_id uuid NOT NULL REFERENCES levels ON DELETE RESTRICT,
      off_count integer NOT NULL CHECK (off_count BETWEEN 0 AND 9999),
      count integer NOT NULL CHECK (count BETWEEN 0 AND 9999),
      stuck_count integer NOT NULL CHECK (stuck_count BETWEEN 0 AND count),
      on_time_s double precision CHECK (on_time_s BETWEEN 0 AND 3600),
      note text NOT NULL CHECK (length(note) <= 500),
      recorded_at timestamptz NOT NULL,
      received_at timestamptz NOT NULL DEFAULT now(),
      corrects uuid REFERENCES readings ON DELETE RESTRICT,
      reason text CHECK (length(reason) <= 200),
      withdrawn boolean NOT NULL DEFAULT false,
      CHECK (corrects IS NULL OR length(trim(reason)) > 0),
      CHECK (corrects IS NOT NULL OR NOT withdrawn)
    );
    CREATE INDEX readings_by_level ON readings (level_id);

    -- A reading is never changed and never lost: corrections are new rows.
    CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        RAISE EXCEPTION '% is append-only', TG_TABLE_NAME USING ERRCODE = 'restrict_violation';
      END
    $$;
    CREATE TRIGGER readings_append_only BEFORE UPDATE OR DELETE ON readings
      FOR EACH ROW EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER readings_no_truncate BEFORE TRUNCATE ON readings
      FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER predictions_append_only BEFORE UPDATE OR DELETE ON predictions
      FOR EACH ROW EXECUTE FUNCTION refuse_change();
  `,
  down: `
    DROP TABLE readings;
    DROP TABLE predictions;
    DROP FUNCTION refuse_change();
    DROP TABLE bench_groups;
    DROP TABLE levels;
    DROP TABLE investigations;
    DROP TABLE designs;
  `,
};

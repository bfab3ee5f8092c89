import type { Migration } from '../migration.js';

/**
 * Records whose level, line or group is no more, or that correct what never came: kept beside the
 * plan until the educator gives them a place or leaves them out.
 */
export const strays: Migration = {
  name: '0014-strays',
  up: `
    CREATE TABLE strays (
      id uuid PRIMARY KEY,
      kind text NOT NULL CHECK (kind IN ('reading', 'prediction')),
      investigation_id uuid NOT NULL REFERENCES investigations (id),
      body jsonb NOT NULL,
      why text NOT NULL,
      received_at timestamptz NOT NULL DEFAULT now(),
      settled text CHECK (settled IN ('placed', 'left-out'))
    );
    CREATE INDEX strays_open ON strays (investigation_id) WHERE settled IS NULL;
    CREATE TRIGGER strays_noted AFTER INSERT OR UPDATE ON strays
      FOR EACH ROW EXECUTE FUNCTION note_room();
    CREATE FUNCTION keep_stray() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        IF TG_OP = 'DELETE' OR NEW.body IS DISTINCT FROM OLD.body OR NEW.id <> OLD.id THEN
          RAISE EXCEPTION 'strays is append-only' USING ERRCODE = 'restrict_violation';
        END IF;
        RETURN NEW;
      END
    $$;
    CREATE TRIGGER strays_kept BEFORE UPDATE OR DELETE ON strays
      FOR EACH ROW EXECUTE FUNCTION keep_stray();
  `,
  down: `
    DO $$
      BEGIN
        IF EXISTS (SELECT FROM strays WHERE settled IS NULL) THEN
          RAISE EXCEPTION 'There are readings without a place that the older version cannot hold.';
        END IF;
      END
    $$;
    DROP TABLE strays;
    DROP FUNCTION keep_stray();
  `,
};

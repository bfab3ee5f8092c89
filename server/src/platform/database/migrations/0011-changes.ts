import type { Migration } from '../migration.js';

/**
 * What changed in an investigation, written by the database itself, so that a screen can be told and
 * a screen that was away can catch up. A change counts as told in the order of transactions and only
 * once none older is open: numbers from a sequence would skip what commits late.
 */
export const changes: Migration = {
  name: '0011-changes',
  up: `
    CREATE TABLE changes (
      seq bigserial PRIMARY KEY,
      xact xid8 NOT NULL DEFAULT pg_current_xact_id(),
      investigation_id uuid NOT NULL,
      kind text NOT NULL CHECK (kind IN ('reading', 'prediction', 'poll', 'plan', 'room')),
      ref uuid,
      at timestamptz NOT NULL DEFAULT now()
    );
    CREATE INDEX changes_by_transaction ON changes (xact);
    CREATE INDEX changes_by_investigation ON changes (investigation_id, xact);
    CREATE INDEX changes_by_time ON changes (at);
    -- Up to which transaction changes were thrown away as old.
    CREATE TABLE changes_floor (one boolean PRIMARY KEY DEFAULT true CHECK (one), xact xid8 NOT NULL);
    INSERT INTO changes_floor (xact) VALUES ('0');

    CREATE FUNCTION note_record() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO changes (investigation_id, kind, ref)
          SELECT investigation_id, TG_ARGV[0], NEW.id FROM levels WHERE id = NEW.level_id;
        RETURN NULL;
      END
    $$;
    CREATE TRIGGER readings_noted AFTER INSERT ON readings
      FOR EACH ROW EXECUTE FUNCTION note_record('reading');
    CREATE TRIGGER predictions_noted AFTER INSERT ON predictions
      FOR EACH ROW EXECUTE FUNCTION note_record('prediction');
    CREATE TRIGGER polls_noted AFTER INSERT OR UPDATE ON polls
      FOR EACH ROW EXECUTE FUNCTION note_record('poll');

    CREATE FUNCTION note_vote() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO changes (investigation_id, kind, ref)
          SELECT l.investigation_id, 'poll', p.id
            FROM polls p JOIN levels l ON l.id = p.level_id WHERE p.id = NEW.poll_id;
        RETURN NULL;
      END
    $$;
    CREATE TRIGGER votes_noted AFTER INSERT OR UPDATE ON votes
      FOR EACH ROW EXECUTE FUNCTION note_vote();

    CREATE FUNCTION note_plan() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO changes (investigation_id, kind) VALUES (NEW.id, 'plan');
        RETURN NULL;
      END
    $$;
    CREATE TRIGGER plans_noted AFTER UPDATE ON investigations
      FOR EACH ROW WHEN (NEW.version IS DISTINCT FROM OLD.version) EXECUTE FUNCTION note_plan();

    CREATE FUNCTION note_design() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO changes (investigation_id, kind)
          SELECT id, 'plan' FROM investigations WHERE design_id = NEW.id;
        RETURN NULL;
      END
    $$;
    CREATE TRIGGER designs_noted AFTER UPDATE ON designs
      FOR EACH ROW WHEN (NEW.version IS DISTINCT FROM OLD.version) EXECUTE FUNCTION note_design();

    CREATE FUNCTION note_room() RETURNS trigger LANGUAGE plpgsql AS $$
      DECLARE it uuid := CASE WHEN TG_OP = 'DELETE' THEN OLD.investigation_id
                              ELSE NEW.investigation_id END;
      BEGIN
        IF it IS NOT NULL THEN
          INSERT INTO changes (investigation_id, kind) VALUES (it, 'room');
        END IF;
        RETURN NULL;
      END
    $$;
    CREATE TRIGGER rooms_noted AFTER INSERT OR UPDATE ON rooms
      FOR EACH ROW EXECUTE FUNCTION note_room();
    CREATE TRIGGER tablets_noted AFTER INSERT OR DELETE ON sessions
      FOR EACH ROW EXECUTE FUNCTION note_room();
    CREATE TRIGGER spots_noted AFTER UPDATE ON sessions
      FOR EACH ROW WHEN (NEW.at IS DISTINCT FROM OLD.at) EXECUTE FUNCTION note_room();
  `,
  down: `
    DROP TRIGGER readings_noted ON readings;
    DROP TRIGGER predictions_noted ON predictions;
    DROP TRIGGER polls_noted ON polls;
    DROP TRIGGER votes_noted ON votes;
    DROP TRIGGER plans_noted ON investigations;
    DROP TRIGGER designs_noted ON designs;
    DROP TRIGGER rooms_noted ON rooms;
    DROP TRIGGER tablets_noted ON sessions;
    DROP TRIGGER spots_noted ON sessions;
    DROP FUNCTION note_record();
    DROP FUNCTION note_vote();
    DROP FUNCTION note_plan();
    DROP FUNCTION note_design();
    DROP FUNCTION note_room();
    DROP TABLE changes;
    DROP TABLE changes_floor;
  `,
};

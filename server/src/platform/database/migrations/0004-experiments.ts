import type { Migration } from '../migration.js';

/**
 * One description for every experiment: any experiment's design, any factor, any measure, a second
 * factor, classes that are used again, and who made a record. Every reading and prediction is kept.
 */
export const experiments: Migration = {
  name: '0004-experiments',
  up: `
    ALTER TABLE designs
      ADD COLUMN experiment text NOT NULL DEFAULT 'straight-magnet',
      ADD COLUMN updated_by text NOT NULL DEFAULT 'educator';
    ALTER TABLE designs ALTER COLUMN experiment DROP DEFAULT;
    CREATE INDEX designs_by_experiment ON designs (experiment, updated_at);

    CREATE TABLE classes (
      id uuid PRIMARY KEY,
      name text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
      created_at timestamptz NOT NULL DEFAULT now()
    );
    -- Until now the groups of every investigation were a class of their own.
    INSERT INTO classes (id, name, created_at)
      SELECT id, left('Class of ' || title, 60), created_at FROM investigations;
    ALTER TABLE investigations ADD COLUMN class_id uuid REFERENCES classes ON DELETE RESTRICT;
    UPDATE investigations SET class_id = id;
    ALTER TABLE investigations ALTER COLUMN class_id SET NOT NULL;
    CREATE INDEX investigations_by_class ON investigations (class_id);

    ALTER TABLE bench_groups ADD COLUMN class_id uuid REFERENCES classes ON DELETE RESTRICT;
    UPDATE bench_groups SET class_id = investigation_id;
    ALTER TABLE bench_groups ALTER COLUMN class_id SET NOT NULL;
    ALTER TABLE bench_groups DROP COLUMN investigation_id;
    CREATE INDEX bench_groups_by_class ON bench_groups (class_id, position);

    ALTER TABLE investigations DROP CONSTRAINT investigations_factor_check;
    ALTER TABLE investigations
      ADD COLUMN experiment text NOT NULL DEFAULT 'straight-magnet',
      ADD COLUMN series_factor text,
      ADD COLUMN measure text NOT NULL DEFAULT 'objects-one-end',
      ADD COLUMN load text,
      ADD COLUMN objects jsonb NOT NULL DEFAULT '[]',
      ADD COLUMN hold text NOT NULL DEFAULT 'nothing',
      ADD COLUMN updated_by text NOT NULL DEFAULT 'educator';
    -- Which ends are counted was said in the design.
    UPDATE investigations i SET measure = 'objects-both-ends'
      FROM designs d WHERE d.id = i.design_id AND d.document #>> '{load,ends}' = 'both';
    ALTER TABLE investigations
      ALTER COLUMN experiment DROP DEFAULT, ALTER COLUMN measure DROP DEFAULT;

    ALTER TABLE levels
      ADD COLUMN role text NOT NULL DEFAULT 'level' CHECK (role IN ('level', 'series')),
      ADD COLUMN value text,
      ADD COLUMN document jsonb;
    UPDATE levels SET value = turns || CASE WHEN turns = 1 THEN ' turn' ELSE ' turns' END;
    ALTER TABLE levels ALTER COLUMN value SET NOT NULL;
    ALTER TABLE levels ADD CHECK (length(value) BETWEEN 1 AND 80);
    ALTER TABLE levels DROP COLUMN turns;

    ALTER TABLE predictions DISABLE TRIGGER USER;
    ALTER TABLE predictions
      ADD COLUMN series_id uuid REFERENCES levels ON DELETE RESTRICT,
      ADD COLUMN value double precision,
      ADD COLUMN words text CHECK (length(words) <= 200),
      ADD COLUMN actor text NOT NULL DEFAULT 'group';
    UPDATE predictions SET value = count;
    ALTER TABLE predictions
      DROP COLUMN count,
      ALTER COLUMN actor DROP DEFAULT,
      ADD CHECK (value IS NOT NULL OR length(trim(words)) > 0);
    ALTER TABLE predictions ENABLE TRIGGER USER;
    CREATE INDEX predictions_by_series ON predictions (series_id);

    ALTER TABLE readings DISABLE TRIGGER USER;
    ALTER TABLE readings
      ADD COLUMN series_id uuid REFERENCES levels ON DELETE RESTRICT,
      ADD COLUMN outcome jsonb,
      ADD COLUMN model_low double precision,
      ADD COLUMN model_high double precision,
      ADD COLUMN actor text NOT NULL DEFAULT 'group';
    ALTER TABLE readings RENAME COLUMN model_count TO model_value;
    ALTER TABLE readings DROP CONSTRAINT readings_model_count_check;
    UPDATE readings SET outcome = jsonb_build_object(
      'kind', 'count', 'count', count, 'parts', null, 'off', off_count, 'stuck', stuck_count);
    ALTER TABLE readings
      DROP COLUMN count,
      DROP COLUMN off_count,
      DROP COLUMN stuck_count,
      ALTER COLUMN outcome SET NOT NULL,
      ADD CHECK (outcome ->> 'kind' IS NOT NULL),
      ALTER COLUMN actor DROP DEFAULT;
    ALTER TABLE readings ENABLE TRIGGER USER;
    CREATE INDEX readings_by_series ON readings (series_id);
  `,
  down: `
    -- What an older Nab has no place for is not thrown away: going back is refused.
    DO $$
      BEGIN
        IF EXISTS (SELECT FROM investigations WHERE factor <> 'turns' OR series_factor IS NOT NULL
                     OR experiment <> 'straight-magnet'
                     OR measure NOT IN ('objects-one-end', 'objects-both-ends'))
          OR EXISTS (SELECT FROM investigations GROUP BY class_id HAVING count(*) > 1)
          OR EXISTS (SELECT FROM designs WHERE experiment <> 'straight-magnet')
          OR EXISTS (SELECT FROM readings WHERE outcome ->> 'kind' <> 'count')
          OR EXISTS (SELECT FROM predictions WHERE value IS NULL OR value <> round(value)) THEN
          RAISE EXCEPTION 'There are questions, readings or classes that the older version cannot hold.';
        END IF;
      END
    $$;

    ALTER TABLE readings DISABLE TRIGGER USER;
    ALTER TABLE readings
      ADD COLUMN off_count integer CHECK (off_count BETWEEN 0 AND 9999),
      ADD COLUMN count integer CHECK (count BETWEEN 0 AND 9999),
      ADD COLUMN stuck_count integer,
      DROP COLUMN series_id, DROP COLUMN model_low, DROP COLUMN model_high, DROP COLUMN actor;
    UPDATE readings SET
      count = (outcome ->> 'count')::int,
      off_count = coalesce((outcome ->> 'off')::int, 0),
      stuck_count = coalesce((outcome ->> 'stuck')::int, 0);
    ALTER TABLE readings
      ALTER COLUMN off_count SET NOT NULL,
      ALTER COLUMN count SET NOT NULL,
      ALTER COLUMN stuck_count SET NOT NULL,
      ADD CHECK (stuck_count BETWEEN 0 AND count),
      DROP COLUMN outcome;
    ALTER TABLE readings RENAME COLUMN model_value TO model_count;
    ALTER TABLE readings ADD CONSTRAINT readings_model_count_check
      CHECK (model_count BETWEEN 0 AND 1000000);
    ALTER TABLE readings ENABLE TRIGGER USER;

    ALTER TABLE predictions DISABLE TRIGGER USER;
    ALTER TABLE predictions ADD COLUMN count integer CHECK (count BETWEEN 0 AND 9999);
    UPDATE predictions SET count = value;
    ALTER TABLE predictions
      ALTER COLUMN count SET NOT NULL,
      DROP COLUMN series_id, DROP COLUMN value, DROP COLUMN words, DROP COLUMN actor;
    ALTER TABLE predictions ENABLE TRIGGER USER;

    ALTER TABLE levels ADD COLUMN turns integer CHECK (turns BETWEEN 1 AND 5000);
    UPDATE levels SET turns = substring(value from '[0-9]+')::int;
    ALTER TABLE levels
      ALTER COLUMN turns SET NOT NULL,
      ADD UNIQUE (investigation_id, turns) DEFERRABLE INITIALLY DEFERRED,
      DROP COLUMN role, DROP COLUMN value, DROP COLUMN document;

    ALTER TABLE bench_groups ADD COLUMN investigation_id uuid REFERENCES investigations ON DELETE RESTRICT;
    UPDATE bench_groups g SET investigation_id = i.id FROM investigations i WHERE i.class_id = g.class_id;
    DELETE FROM bench_groups WHERE investigation_id IS NULL;
    ALTER TABLE bench_groups ALTER COLUMN investigation_id SET NOT NULL, DROP COLUMN class_id;
    CREATE INDEX bench_groups_by_investigation ON bench_groups (investigation_id, position);

    ALTER TABLE investigations
      DROP COLUMN class_id, DROP COLUMN experiment, DROP COLUMN series_factor, DROP COLUMN measure,
      DROP COLUMN load, DROP COLUMN objects, DROP COLUMN hold, DROP COLUMN updated_by;
    ALTER TABLE investigations ADD CONSTRAINT investigations_factor_check CHECK (factor IN ('turns'));
    DROP TABLE classes;
    ALTER TABLE designs DROP COLUMN experiment, DROP COLUMN updated_by;
  `,
};

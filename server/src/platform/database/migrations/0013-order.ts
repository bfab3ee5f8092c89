import type { Migration } from '../migration.js';

/**
 * The order in which records arrived, given by the database: it decides which correction and which
 * prediction is the last. What a tablet's clock said stays beside it.
 */
export const order: Migration = {
  name: '0013-order',
  up: `
    CREATE SEQUENCE records_arrived;
    ALTER TABLE predictions DISABLE TRIGGER USER;
    ALTER TABLE predictions ADD COLUMN arrival bigint;
    UPDATE predictions p SET arrival = n.n FROM (
      SELECT id, row_number() OVER (ORDER BY recorded_at, received_at, id) AS n FROM predictions
    ) n WHERE n.id = p.id;
    ALTER TABLE predictions ENABLE TRIGGER USER;
    ALTER TABLE readings DISABLE TRIGGER USER;
    ALTER TABLE readings ADD COLUMN arrival bigint;
    UPDATE readings r SET arrival = n.n FROM (
      SELECT id, row_number() OVER (ORDER BY recorded_at, received_at, id) AS n FROM readings
    ) n WHERE n.id = r.id;
    ALTER TABLE readings ENABLE TRIGGER USER;
    SELECT setval('records_arrived', 1 + greatest(
      (SELECT coalesce(max(arrival), 0) FROM predictions),
      (SELECT coalesce(max(arrival), 0) FROM readings)));
    ALTER TABLE predictions
      ALTER COLUMN arrival SET DEFAULT nextval('records_arrived'), ALTER COLUMN arrival SET NOT NULL;
    ALTER TABLE readings
      ALTER COLUMN arrival SET DEFAULT nextval('records_arrived'), ALTER COLUMN arrival SET NOT NULL;
  `,
  down: `
    ALTER TABLE predictions DROP COLUMN arrival;
    ALTER TABLE readings DROP COLUMN arrival;
    DROP SEQUENCE records_arrived;
  `,
};

import type { Migration } from '../migration.js';

/** Votes of an audience: hands that were counted for each choice, and one vote a telephone. */
export const polls: Migration = {
  name: '0009-polls',
  up: `
    CREATE TABLE polls (
      id uuid PRIMARY KEY,
      level_id uuid NOT NULL REFERENCES levels (id),
      series_id uuid REFERENCES levels (id),
      question text NOT NULL,
      choices jsonb NOT NULL,
      hands integer[] NOT NULL,
      actor text NOT NULL,
      opened_at timestamptz NOT NULL,
      closed_at timestamptz,
      CHECK (jsonb_array_length(choices) = cardinality(hands))
    );
    CREATE INDEX polls_by_level ON polls (level_id);
    CREATE TABLE votes (
      poll_id uuid NOT NULL REFERENCES polls (id),
      voter uuid NOT NULL,
      choice integer NOT NULL,
      received_at timestamptz NOT NULL,
      PRIMARY KEY (poll_id, voter)
    );
  `,
  down: `
    DROP TABLE votes;
    DROP TABLE polls;
  `,
};

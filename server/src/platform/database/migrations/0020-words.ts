import type { Migration } from '../migration.js';

/** A prediction in words may name a dozen objects. */
export const words: Migration = {
  name: '0020-words',
  up: `
    ALTER TABLE predictions DROP CONSTRAINT predictions_words_check;
    ALTER TABLE predictions ADD CONSTRAINT predictions_words_check CHECK (length(words) <= 1000);
  `,
  // What is longer than it used to be stays: no prediction is cut short.
  down: `
    ALTER TABLE predictions DROP CONSTRAINT predictions_words_check;
    ALTER TABLE predictions ADD CONSTRAINT predictions_words_check CHECK (length(words) <= 200) NOT VALID;
  `,
};

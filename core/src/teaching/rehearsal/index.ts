export {
  guessedAt,
  rehearse,
  type Guessed,
  type Rehearsal,
  type RehearsedTrial,
  type Script,
} from './rehearse.js';

export {
  guessedAt,
  rehearse,
  type Guessed,
  type Rehearsal,
  type RehearsedTrial,
  type RehearsalScenario,
} from './rehearse.js';

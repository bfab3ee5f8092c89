export { tryAgain } from './again.js';
export { connect } from './connection.js';
export { horizonOf } from './snapshot.js';
export { migrate, MIGRATIONS, UnknownSchemaError } from './migrate.js';
export { Notices, type Hear } from './pg-notifications.js';
export { acrossSchools, currentSchool, FIRST_SCHOOL, inSchool } from './school.js';
export {
  ClassRow,
  defineModels,
  DesignRow,
  GroupRow,
  InvestigationRow,
  LevelRow,
  PollRow,
  PredictionRow,
  ReadingRow,
  RoomRow,
  SchoolRow,
  SessionRow,
  StrayRow,
  ShelfRemovedRow,
  ShelfRow,
  TeachingRow,
  VoteRow,
} from './models.js';

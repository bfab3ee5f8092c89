export { tryAgain } from './again.js';
export { connect } from './connection.js';
export { snapshotXmin } from './snapshot.js';
export { migrate, MIGRATIONS, UnknownSchemaError } from './migrate.js';
export { PgNotifications, type NotificationListener } from './pg-notifications.js';
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
  UnplacedReadingRow,
  ShelfRemovedRow,
  ShelfRow,
  CalibrationRow,
  VoteRow,
} from './models.js';

export { connect } from './connection.js';
export { migrate, MIGRATIONS, UnknownSchemaError } from './migrate.js';
export {
  ClassRow,
  defineModels,
  DesignRow,
  GroupRow,
  InvestigationRow,
  LevelRow,
  PredictionRow,
  ReadingRow,
  ShelfRemovedRow,
  ShelfRow,
} from './models.js';
